import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import { printedDayOf, rhythmNamed } from '../../core/pace';
import { byId, type Course, type PrintedRhythm } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { InputField, NumberField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { count } from '../ui/words';
import { newId } from '../ui/id';
import { asNumber, whole } from '../ui/whole';

/** The weekly rhythms a book prints: two days or five, say. Whoever takes the course picks one, or none. */
export function Rhythms({ course }: { course: Course }) {
  const [editing, setEditing] = useState<PrintedRhythm | 'new'>();
  const lessons = course.units.reduce((n, u) => n + u.lessons.length, 0);
  return (
    <section className="pb-5" aria-labelledby="rhythms">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="rhythms">The book’s own weekly plan</h2>
        <button type="button" className="btn" onClick={() => setEditing('new')}>
          Add a printed week
        </button>
      </div>
      {(course.rhythms ?? []).length === 0 && (
        <p className="text-soft">
          Where the manual prints a week of its own (five days, or two), add it here; then it can be taken “as printed”.
        </p>
      )}
      <ul>
        {course.rhythms?.map((r) => (
          <li key={r.id} className="flex items-center gap-3 border-b border-rule">
            <span className="min-w-0 flex-1 wrap-anywhere">
              {r.name}: {count(r.lessons, 'lesson')} on {count(r.days, 'day')} a week{' '}
              <span className="text-soft">
                {lessons > 0 && `· ${count(printedDayOf(lessons - 1, r) + 1, 'printed day')} in all`}
              </span>
            </span>
            <button
              type="button"
              className="btn btn-quiet page-link"
              aria-label={`Change ${r.name}`}
              onClick={() => setEditing(r)}
            >
              Change
            </button>
          </li>
        ))}
      </ul>
      {editing && (
        <RhythmForm
          course={course}
          rhythm={editing === 'new' ? undefined : editing}
          close={() => setEditing(undefined)}
        />
      )}
    </section>
  );
}

interface Values {
  name: string;
  days: number;
  lessons: number;
}
const schema: ObjectSchema<Values> = object({
  name: string().trim().required('Give it a name, like “five days”.').max(80, 'Keep it under 80 letters.'),
  days: whole(1, 7),
  lessons: whole(1, 100),
});

function RhythmForm({
  course,
  rhythm,
  close,
}: {
  course: Course;
  rhythm: PrintedRhythm | undefined;
  close: () => void;
}) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: { name: rhythm?.name ?? '', days: rhythm?.days ?? 5, lessons: rhythm?.lessons ?? 5 },
  });
  const { errors } = formState;
  const store = async (make: (old: PrintedRhythm[]) => PrintedRhythm[], words: string) => {
    const done = await commit(words, (now) => {
      const stored = byId(now.courses, course.id);
      return stored ? [{ table: 'courses', put: { ...stored, rhythms: make(stored.rhythms ?? []) } }] : [];
    });
    if (done) close();
  };
  const keep = handleSubmit((v) => {
    const put: PrintedRhythm = { id: rhythm?.id ?? newId(), ...v };
    return store(
      (old) => (rhythm ? old.map((r) => (r.id === rhythm.id ? put : r)) : [...old, put]),
      `${course.title}: ${put.name} as printed`,
    );
  });
  const used = rhythm !== undefined && household.enrolments.some((e) => rhythmNamed(e) === rhythm.id);
  return (
    <FormDialog title={rhythm ? rhythm.name : 'A week as printed'} close={close} onSubmit={(e) => void keep(e)}>
      <InputField
        label="Called"
        fault={errors.name?.message}
        maxLength={80}
        placeholder="five days"
        {...register('name')}
      />
      <div className="grid grid-cols-2 gap-4">
        <NumberField label="Days a week" fault={errors.days?.message} {...register('days', asNumber)} />
        <NumberField
          label="Lessons in that week"
          hint="Spread over the days in order."
          fault={errors.lessons?.message}
          {...register('lessons', asNumber)}
        />
      </div>
      {rhythm &&
        (used ? (
          <p className="text-aside text-soft">Somebody takes the course by it, so it cannot be taken out.</p>
        ) : (
          <button
            type="button"
            className="btn self-start"
            onClick={() => void store((old) => old.filter((r) => r.id !== rhythm.id), `${rhythm.name} taken out`)}
          >
            Take it out
          </button>
        ))}
    </FormDialog>
  );
}
