import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { flushSync } from 'react-dom';
import { Link } from 'react-router';
import { isIsoDate, toDay } from '../../core/calendar';
import { takeMarks } from '../../core/deeds';
import { MARK_KINDS, type MarkKind, titleOf } from '../../core/household';
import { notesOf } from '../../core/jot';
import { type RecordLine, writeScore } from '../../core/log';
import { findInRecord, newOf, readLogCsv, readScoresCsv, writeLogCsv, writeScoresCsv } from '../../core/record';
import { useHousehold } from '../shell/household';
import { longDate } from '../ui/dates';
import { courseOptions } from '../ui/course-options';
import { DateField } from '../ui/date-field';
import { InputField, SelectField } from '../ui/field';
import { newId } from '../ui/id';
import { Ornament } from '../ui/ornament';
import { TableFile } from '../ui/table-file';
import { count, tookWords } from '../ui/words';
import { MarkForm } from './mark-form';
import { tip } from '../ui/tip';

const PAGE = 20;
/** What goes out and comes in as a table. */
type Table = 'marks' | 'scores';

/** What was done, day by day, newest first. Every line can be mended or taken out, and that undone. */
export default function Record() {
  const { household, today, commit, say } = useHousehold();
  const [childId, setChild] = useState('');
  const [courseId, setCourse] = useState('');
  const [kind, setKind] = useState<MarkKind | ''>('');
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [words, setWords] = useState('');
  const [table, setTable] = useState<Table>('marks');
  const [shown, setShown] = useState(PAGE);
  const [editing, setEditing] = useState<RecordLine>();
  const style = household.settings.dateStyle;
  // On paper all of it, however much of it was looked at.
  useEffect(() => {
    const all = () => flushSync(() => setShown(Infinity));
    window.addEventListener('beforeprint', all);
    return () => window.removeEventListener('beforeprint', all);
  }, []);
  const asked = useDeferredValue(words);
  const lines = useMemo(
    () =>
      findInRecord(household, {
        ...(childId ? { childId } : {}),
        ...(courseId ? { courseId } : {}),
        ...(kind ? { kind } : {}),
        ...(isIsoDate(from) ? { from: toDay(from) } : {}),
        ...(isIsoDate(to) ? { to: toDay(to) } : {}),
        words: asked,
      }),
    [household, childId, courseId, kind, from, to, asked],
  );
  const narrowed = childId || courseId || kind || from || to || asked;
  const days = useMemo(() => {
    const byDate = new Map<string, RecordLine[]>();
    for (const l of lines) {
      const list = byDate.get(l.mark.date);
      if (list) list.push(l);
      else byDate.set(l.mark.date, [l]);
    }
    // A day with a note of its own is a day of the record, with or without marks.
    if (!narrowed)
      for (const j of household.jottings) if (j.kind === 'note' && !byDate.has(j.date)) byDate.set(j.date, []);
    return [...byDate].sort(([a], [b]) => (a < b ? 1 : -1));
  }, [lines, household.jottings, narrowed]);

  const take = async (text: string, file: string) => {
    const { marks, faults } = readLogCsv(household, text);
    const fresh = newOf(household, marks).length;
    if (fresh > 0) await commit(`${count(fresh, 'mark')} from ${file}`, (now) => takeMarks(now, marks, newId));
    else say(`Every mark of ${file} that could be read is in the record already.`);
    return faults;
  };

  const takeScores = async (text: string, file: string) => {
    const { puts, faults } = readScoresCsv(household, text);
    if (puts.length > 0)
      await commit(`${count(puts.length, 'score')} from ${file}`, (now) => readScoresCsv(now, text).puts);
    else say(`Every score of ${file} that could be read is in the record already.`);
    return faults;
  };

  return (
    <div>
      <div className="flex flex-wrap items-end justify-between gap-4 pb-2">
        <h1>Record</h1>
        <div className="flex max-w-full min-w-0 flex-wrap gap-4 print:hidden">
          <SelectField
            label="Child"
            options={[['', 'everybody'], ...household.children.map((c) => [c.id, c.name] as const)]}
            value={childId}
            onChange={(e) => setChild(e.target.value)}
          />
          <SelectField
            label="Course"
            options={[['', 'all'], ...courseOptions(household.courses)]}
            className="max-w-[min(220px,90vw)]"
            value={courseId}
            onChange={(e) => setCourse(e.target.value)}
          />
          <SelectField
            label="Mark"
            options={[['', 'every kind'], ...MARK_KINDS.map((k) => [k, k] as const)]}
            value={kind}
            onChange={(e) => setKind(e.target.value as MarkKind | '')}
          />
          <InputField
            label="With the words"
            type="search"
            className="w-36"
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
          <DateField label="From" value={from} onChange={setFrom} />
          <DateField label="To" value={to} onChange={setTo} />
        </div>
      </div>
      <div className="double-rule pt-2">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1 pb-1 print:hidden">
          {household.children.length > 0 && (
            <span className="flex flex-wrap items-center gap-x-3">
              Portfolio of
              {household.children.map((c) => (
                <Link
                  key={c.id}
                  className="page-link press inline-flex items-center"
                  aria-label={`Portfolio of ${c.name}`}
                  to={`/portfolio/${c.id}`}
                >
                  {c.name}
                </Link>
              ))}
            </span>
          )}
          <Link className="page-link press inline-flex items-center" to="/record/charts">
            In charts
          </Link>
          <Link className="page-link press inline-flex items-center" to="/record/verdicts">
            Verdicts
          </Link>
          <select aria-label="Which table" value={table} onChange={(e) => setTable(e.target.value as Table)}>
            <option value="marks">marks</option>
            <option value="scores">scores</option>
          </select>
          {table === 'marks' ? (
            <TableFile
              key="marks"
              name="record.csv"
              write={() => writeLogCsv(household, childId || undefined)}
              take={take}
            />
          ) : (
            <TableFile
              key="scores"
              name="scores.csv"
              write={() => writeScoresCsv(household, childId || undefined)}
              take={takeScores}
            />
          )}
        </div>
        <p className="pb-2 text-soft">
          {lines.length === 0
            ? narrowed
              ? 'No mark is like that.'
              : 'Nothing is marked yet. What you mark on Today is kept here.'
            : `${count(lines.length, 'mark')} on ${count(days.length, 'day')}.`}
        </p>
        {days.slice(0, shown).map(([date, list]) => (
          <section
            key={date}
            className="grid border-b border-edge py-1.5 md:grid-cols-[210px_1fr]"
            aria-label={longDate(style, toDay(date), today)}
          >
            <h2 className="pt-2 text-lead">{longDate(style, toDay(date), today)}</h2>
            <ul>
              {list.map((l) => (
                <Line key={l.mark.id} line={l} edit={() => setEditing(l)} />
              ))}
              {!narrowed &&
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
  const { household } = useHousehold();
  const title = titleOf(household, course.id);
  const names = children.map((c) => c.name).join(', ');
  const details = [
    tookWords(mark.minutes),
    mark.left && `left: ${mark.left}`,
    mark.score && `score ${writeScore(mark.score)}`,
    mark.note && `“${mark.note}”`,
  ].filter(Boolean);
  return (
    <li className="flex min-h-[40px] items-center gap-3 border-b border-rule/60 last:border-b-0">
      <span className="flex w-10 flex-none flex-wrap gap-1 sm:w-16" {...tip(names)}>
        {children.map((c) => (
          <Ornament key={c.id} name={c.ornament} colour={c.colour} size={16} />
        ))}
        <span className="sr-only">{names}</span>
      </span>
      <span className="min-w-0 flex-1 wrap-break-word">
        {title} <span className="text-soft">{words}</span>
        {details.length > 0 && <span className="text-aside"> · {details.join(' · ')}</span>}
      </span>
      <span className={mark.kind === 'done' ? '' : 'font-semibold'}>{mark.kind}</span>
      <button
        type="button"
        className="btn btn-quiet page-link print:hidden"
        onClick={edit}
        aria-label={`Correct ${title}, ${words}, ${mark.kind}`}
      >
        Correct
      </button>
    </li>
  );
}
