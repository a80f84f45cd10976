import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { object, type ObjectSchema, string } from 'yup';
import { type Day, fromDay } from '../../core/calendar';
import { pageWords } from '../../core/course';
import { noteLesson, readInCourse, readLesson } from '../../core/deeds';
import { titleOf } from '../../core/household';
import { isTaken } from '../../core/pace';
import { type ReadingLine, readingWords, skippedReading } from '../../core/sitdown';
import { useFormCommit, useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { Field, NumberField } from '../ui/field';
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
                          {title}, {l.lesson.title}: {pageWords(l.pages)}{' '}
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
              Stop reading ahead in {titleOf(household, id)}
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

interface Values {
  note: string;
  /** Empty: nothing is said of it. */
  minutes: string;
}
const schema: ObjectSchema<Values> = object({
  note: string().max(2000, 'That is longer than 2,000 letters.').defined(),
  minutes: string()
    .trim()
    .defined()
    .test(
      'whole',
      'Give whole minutes from 0 to 1440, or leave it empty.',
      (v) => /^\d*$/.test(v) && Number(v) <= 1440,
    ),
});

/** A note for the day a lesson is taught, and how long reading it took. */
function NoteForm({ line, close }: { line: ReadingLine; close: () => void }) {
  const { today } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: { note: line.note ?? '', minutes: '' },
  });
  const { errors } = formState;
  const keep = handleSubmit(async ({ note, minutes }) => {
    const read = minutes === '' ? undefined : { day: today, minutes: Number(minutes) };
    const words = `${line.title}, ${line.lesson.title}: noted`;
    if (await commit(words, (now) => noteLesson(now, line, note, newId, read))) close();
  });
  return (
    <FormDialog title={`${line.title}, ${line.lesson.title}`} close={close} onSubmit={(e) => void keep(e)}>
      <Field label="To think of when it is taught" fault={errors.note?.message}>
        {(p) => <textarea {...p} rows={3} maxLength={2000} {...register('note')} />}
      </Field>
      <NumberField
        label="Read, in so many minutes"
        hint="From the third time on, what is to come is reckoned by it. Empty: nothing is said."
        className="w-24"
        fault={errors.minutes?.message}
        {...register('minutes')}
      />
    </FormDialog>
  );
}
