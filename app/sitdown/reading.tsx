import { useState } from 'react';
import { Link } from 'react-router';
import { type Day, fromDay } from '../../core/calendar';
import { noteLesson, readInCourse, readLesson } from '../../core/deeds';
import { titleOf } from '../../core/household';
import { isTaken } from '../../core/pace';
import { type ReadingLine, readingWords, skippedReading } from '../../core/sitdown';
import { useFormCommit, useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { Field, InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { listing } from '../ui/words';
import { ManualExtraForm } from './manual-extra-form';

/** What each teacher reads ahead, as it sits in the bag: ticked once read; a note shows when the lesson is taught. */
export function Reading({ lines, start }: { lines: readonly ReadingLine[]; start: Day }) {
  const { household, today, commit } = useHousehold();
  const [noting, setNoting] = useState<ReadingLine>();
  const [adding, setAdding] = useState<ReadingLine>();
  const style = household.settings.dateStyle;
  const teachers = [...new Map(lines.map((l) => [l.teacher.id, l.teacher])).values()];
  const skipped = household.enrolments.filter(isTaken).flatMap((e) => {
    const list = skippedReading(household, e);
    return list.length > 0 ? [`${titleOf(household, e.courseId)}: ${listing(list)}`] : [];
  });
  const courses = [...new Set(lines.map((l) => l.courseId))];
  const unread = household.courses.filter(
    (c) => c.readAhead === false && household.enrolments.some((e) => e.courseId === c.id && isTaken(e)),
  );
  return (
    <>
      {lines.length === 0 && (
        <p className="text-soft">
          Nothing to read: no lesson of the week has manual pages that its teacher has not taught before.
        </p>
      )}
      {teachers.map((t) => {
        const own = lines.filter((l) => l.teacher.id === t.id);
        const titles = [...new Set(own.map((l) => l.title))];
        return (
          <section key={t.id} aria-label={`${t.name} reads`} className="pb-2">
            <h3 className="label">{readingWords(own, t.name)}</h3>
            {titles.map((title) => (
              <ul key={title} aria-label={title}>
                {own
                  .filter((l) => l.title === title)
                  .map((l) => (
                    <li key={l.lessonId} className="flex flex-wrap items-center gap-x-3 border-b border-rule/60">
                      <label className="flex min-h-touch min-w-0 flex-1 items-center gap-3">
                        <input
                          type="checkbox"
                          checked={l.read}
                          onChange={() =>
                            void commit(`${title}, ${l.lesson.title}: ${l.read ? 'still to read' : 'read'}`, (now) =>
                              readLesson(now, l, l.read ? undefined : today, newId),
                            )
                          }
                        />
                        <span className={`min-w-0 wrap-anywhere ${l.read ? 'text-soft' : ''}`}>
                          {title}, {l.lesson.title}: pages {l.pages}{' '}
                          <span className="text-soft">
                            {l.minutes} min, for {dayAndDate(style, l.day, today)}
                          </span>
                          {l.note && <i className="block">{l.note}</i>}
                        </span>
                      </label>
                      <button
                        type="button"
                        className="press page-link cursor-pointer px-2"
                        aria-label={`Note, minutes: ${title}, ${l.lesson.title}`}
                        onClick={() => setNoting(l)}
                      >
                        Note, minutes
                      </button>
                      <button
                        type="button"
                        className="press page-link cursor-pointer px-2"
                        aria-label={`Worth doing: ${title}, ${l.lesson.title}`}
                        onClick={() => setAdding(l)}
                      >
                        Worth doing
                      </button>
                    </li>
                  ))}
              </ul>
            ))}
          </section>
        );
      })}
      {lines.length > 0 && (
        <p>
          <Link className="page-link" to={`/sit-down/reading?of=${fromDay(start)}`}>
            The reading list, to print
          </Link>
        </p>
      )}
      {skipped.length > 0 && <p className="text-soft">Taught unread, as far as is known: {skipped.join('; ')}.</p>}
      {courses.length + unread.length > 0 && (
        <p className="flex flex-wrap gap-x-4">
          {courses.map((id) => (
            <button
              key={id}
              type="button"
              className="press page-link cursor-pointer text-soft"
              onClick={() =>
                void commit(`${titleOf(household, id)}: nobody reads ahead`, (now) => readInCourse(now, id, false))
              }
            >
              Nobody reads ahead in {titleOf(household, id)}
            </button>
          ))}
          {unread.map((c) => (
            <button
              key={c.id}
              type="button"
              className="press page-link cursor-pointer text-soft"
              onClick={() =>
                void commit(`${titleOf(household, c.id)}: read ahead again`, (now) => readInCourse(now, c.id, true))
              }
            >
              Read ahead in {titleOf(household, c.id)} again
            </button>
          ))}
        </p>
      )}
      {noting && <NoteForm line={noting} close={() => setNoting(undefined)} />}
      {adding && <ManualExtraForm line={adding} close={() => setAdding(undefined)} />}
    </>
  );
}

/** A note for the day a lesson is taught, and how long reading it took. */
function NoteForm({ line, close }: { line: ReadingLine; close: () => void }) {
  const { today } = useHousehold();
  const commit = useFormCommit();
  const [note, setNote] = useState(line.note ?? '');
  const [minutes, setMinutes] = useState('');
  const [fault, setFault] = useState<string>();
  const keep = async () => {
    const took = minutes.trim();
    if (took !== '' && (!/^\d+$/.test(took) || Number(took) > 1440))
      return setFault('Give whole minutes from 0 to 1440, or leave it empty.');
    const read = took === '' ? undefined : { day: today, minutes: Number(took) };
    const done = await commit(`${line.title}, ${line.lesson.title}: noted`, (now) =>
      noteLesson(now, line, note, newId, read),
    );
    if (done) close();
  };
  return (
    <FormDialog
      title={`${line.title}, ${line.lesson.title}`}
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <Field label="To think of when it is taught">
        {(p) => <textarea {...p} rows={3} maxLength={2000} value={note} onChange={(e) => setNote(e.target.value)} />}
      </Field>
      <InputField
        label="Read, in so many minutes"
        hint="From the third time on, what is to come is reckoned by it. Empty: nothing is said."
        inputMode="numeric"
        className="w-24"
        fault={fault}
        value={minutes}
        onChange={(e) => setMinutes(e.target.value)}
      />
    </FormDialog>
  );
}
