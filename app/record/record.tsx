import { useEffect, useMemo, useState } from 'react';
import { flushSync } from 'react-dom';
import { toDay } from '../../core/calendar';
import { notesOf } from '../../core/jot';
import { recordLines, type RecordLine, writeScore } from '../../core/log';
import { useHousehold } from '../shell/household';
import { longDate } from '../ui/dates';
import { Field } from '../ui/field';
import { Ornament } from '../ui/ornament';
import { count } from '../ui/words';
import { MarkForm } from './mark-form';

const PAGE = 20;

/** What was done, day by day, newest first. Every line can be mended or taken out, and that undone. */
export default function Record() {
  const { household, commit } = useHousehold();
  const [childId, setChild] = useState('');
  const [courseId, setCourse] = useState('');
  const [shown, setShown] = useState(PAGE);
  const [editing, setEditing] = useState<RecordLine>();
  const style = household.settings.dateStyle;
  // On paper all of it, however much of it was looked at.
  useEffect(() => {
    const all = () => flushSync(() => setShown(Infinity));
    window.addEventListener('beforeprint', all);
    return () => window.removeEventListener('beforeprint', all);
  }, []);
  const lines = useMemo(
    () => recordLines(household, { ...(childId ? { childId } : {}), ...(courseId ? { courseId } : {}) }),
    [household, childId, courseId],
  );
  const days = useMemo(() => {
    const byDate = new Map<string, RecordLine[]>();
    for (const l of lines) {
      const list = byDate.get(l.mark.date);
      if (list) list.push(l);
      else byDate.set(l.mark.date, [l]);
    }
    // A day with a note of its own is a day of the record, with or without marks.
    if (!childId && !courseId)
      for (const j of household.jottings) if (j.kind === 'note' && !byDate.has(j.date)) byDate.set(j.date, []);
    return [...byDate].sort(([a], [b]) => (a < b ? 1 : -1));
  }, [lines, household.jottings, childId, courseId]);

  return (
    <div>
      <div className="flex flex-wrap items-end justify-between gap-4 pb-2">
        <h1>Record</h1>
        <div className="flex max-w-full min-w-0 flex-wrap gap-4 print:hidden">
          <Field label="Child">
            {(p) => (
              <select {...p} value={childId} onChange={(e) => setChild(e.target.value)}>
                <option value="">everybody</option>
                {household.children.map((c) => (
                  <option key={c.id} value={c.id}>
                    {c.name}
                  </option>
                ))}
              </select>
            )}
          </Field>
          <Field label="Course">
            {(p) => (
              <select
                {...p}
                className="max-w-[min(320px,90vw)]"
                value={courseId}
                onChange={(e) => setCourse(e.target.value)}
              >
                <option value="">all</option>
                {household.courses.map((c) => (
                  <option key={c.id} value={c.id}>
                    {c.title}
                    {c.level && `, ${c.level}`}
                  </option>
                ))}
              </select>
            )}
          </Field>
        </div>
      </div>
      <div className="double-rule pt-2">
        <p className="pb-2 text-soft">
          {lines.length === 0
            ? 'Nothing is marked yet. What you mark on Today is kept here.'
            : `${count(lines.length, 'mark')} on ${count(days.length, 'day')}.`}
        </p>
        {days.slice(0, shown).map(([date, list]) => (
          <section
            key={date}
            className="grid border-b border-edge py-1.5 md:grid-cols-[210px_1fr]"
            aria-label={longDate(style, toDay(date))}
          >
            <h2 className="pt-2 text-[1.05rem]">{longDate(style, toDay(date))}</h2>
            <ul>
              {list.map((l) => (
                <Line key={l.mark.id} line={l} edit={() => setEditing(l)} />
              ))}
              {!childId &&
                !courseId &&
                notesOf(household, toDay(date)).map((n) => (
                  <li key={n.id} className="flex min-h-[40px] items-center gap-3">
                    <span className="label w-10 flex-none sm:w-16">note</span>
                    <span className="min-w-0 flex-1 wrap-break-word">{n.text}</span>
                    <button
                      type="button"
                      className="btn btn-quiet page-link print:hidden"
                      aria-label={`Delete: ${n.text}`}
                      onClick={() => void commit(`${n.text}: thrown out`, [{ table: 'jottings', remove: n.id }])}
                    >
                      Delete
                    </button>
                  </li>
                ))}
            </ul>
          </section>
        ))}
        {days.length > shown && (
          <button type="button" className="btn mt-3" onClick={() => setShown(shown + PAGE)}>
            Earlier days
          </button>
        )}
      </div>
      {editing && <MarkForm line={editing} close={() => setEditing(undefined)} />}
    </div>
  );
}

function Line({ line, edit }: { line: RecordLine; edit: () => void }) {
  const { mark, course, words, children } = line;
  const details = [
    mark.minutes === undefined ? undefined : `${mark.minutes} min`,
    mark.left && `left: ${mark.left}`,
    mark.score && `score ${writeScore(mark.score)}`,
    mark.note && `“${mark.note}”`,
  ].filter(Boolean);
  return (
    <li className="flex min-h-[40px] items-center gap-3 border-b border-rule/60 last:border-b-0">
      <span className="flex w-10 flex-none flex-wrap gap-1 sm:w-16" title={children.map((c) => c.name).join(', ')}>
        {children.map((c) => (
          <Ornament key={c.id} name={c.ornament} colour={c.colour} size={16} />
        ))}
        <span className="sr-only">{children.map((c) => c.name).join(', ')}</span>
      </span>
      <span className="min-w-0 flex-1 wrap-break-word">
        {course.title} <span className="text-soft">{words}</span>
        {details.length > 0 && <span className="text-[0.95rem]"> · {details.join(' · ')}</span>}
      </span>
      <span className={mark.kind === 'done' ? '' : 'font-semibold'}>{mark.kind}</span>
      <button
        type="button"
        className="btn btn-quiet page-link print:hidden"
        onClick={edit}
        aria-label={`Correct ${course.title}, ${words}, ${mark.kind}`}
      >
        Correct
      </button>
    </li>
  );
}
