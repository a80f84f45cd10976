import { yupResolver } from '@hookform/resolvers/yup';
import { useForm, useWatch } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { boolean, number, object, type ObjectSchema, string } from 'yup';
import {
  countPattern,
  type CoursePattern,
  expandPattern,
  KIND_DEFAULTS,
  kindName,
  patternFault,
} from '../../core/course';
import {
  type Course,
  type Kind,
  type KindDefault,
  KINDS,
  MASTERIES,
  type Mastery,
  type Presence,
  PRESENCES,
  type ProofRule,
} from '../../core/household';
import { USUAL_PROOF } from '../../core/proof';
import { useHousehold } from '../shell/household';
import { Field } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { count, PRESENCE_WORDS } from '../ui/words';

interface KindRow {
  count: number;
  minutes: number;
  presence: Presence;
}
interface Values {
  title: string;
  level: string;
  publisher: string;
  edition: string;
  countsNew: boolean;
  weighByPages: boolean;
  mastery: Mastery | '';
  proof: ProofRule;
  lessons: number;
  word: string;
  testEvery: number;
  lessonsPerUnit: number;
  firstPage: number;
  pagesPerLesson: number;
  kinds: Record<Kind, KindRow>;
}

const whole = (min: number, max: number) =>
  number()
    .typeError('Give a whole number.')
    .integer('Give a whole number.')
    .min(min, `From ${min} to ${max}.`)
    .max(max, `From ${min} to ${max}.`)
    .required('Give a whole number.');
const text = (max = 500) => string().trim().max(max, `Keep it under ${max} letters.`).defined();
const kindRow = object({ count: whole(0, 50), minutes: whole(1, 600), presence: string().oneOf(PRESENCES).required() });
const schema: ObjectSchema<Values> = object({
  title: text().required('Give the course a title.'),
  level: text(),
  publisher: text(),
  edition: text(),
  countsNew: boolean().defined(),
  weighByPages: boolean().defined(),
  mastery: string()
    .oneOf(['', ...MASTERIES] as const)
    .defined(),
  proof: object({ practise: whole(0, 20), review: whole(0, 20), assess: whole(0, 20) }).required(),
  lessons: whole(1, 1000),
  word: text(30).required('Give the word the book uses.'),
  testEvery: whole(0, 1000),
  lessonsPerUnit: whole(0, 1000),
  firstPage: whole(0, 9999),
  pagesPerLesson: whole(1, 200),
  kinds: object(
    Object.fromEntries(KINDS.map((k) => [k, kindRow])) as Record<Kind, typeof kindRow>,
  ).required() as unknown as ObjectSchema<Record<Kind, KindRow>>,
});

const START: Partial<Record<Kind, number>> = { introduce: 1, practise: 1 };

function patternOf(v: Values): CoursePattern {
  const { lessons, word, testEvery, lessonsPerUnit, firstPage, pagesPerLesson } = v;
  return {
    lessons,
    word: word.trim() || 'Lesson',
    testEvery,
    lessonsPerUnit,
    firstPage,
    pagesPerLesson,
    perLesson: KINDS.map((kind) => ({ kind, count: v.kinds[kind].count })),
  };
}
const kindsOf = (v: Values) =>
  Object.fromEntries(KINDS.map((k) => [k, { minutes: v.kinds[k].minutes, presence: v.kinds[k].presence }])) as Record<
    Kind,
    KindDefault
  >;

const isUsual = (p: ProofRule) => (Object.keys(p) as (keyof ProofRule)[]).every((k) => p[k] === USUAL_PROOF[k]);

/** A course by the pattern of its lessons; for one that is there, everything but the pattern. */
export function CourseForm({ course, close }: { course: Course | undefined; close: () => void }) {
  const { commit, household } = useHousehold();
  const navigate = useNavigate();
  const { register, handleSubmit, control, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      title: course?.title ?? '',
      level: course?.level ?? '',
      publisher: course?.publisher ?? '',
      edition: course?.edition ?? '',
      countsNew: course?.countsNew ?? true,
      weighByPages: course?.weighByPages ?? false,
      mastery: course?.mastery ?? '',
      proof: course?.proof ?? USUAL_PROOF,
      lessons: 22,
      word: 'Lesson',
      testEvery: 0,
      lessonsPerUnit: 0,
      firstPage: 0,
      pagesPerLesson: 2,
      kinds: Object.fromEntries(
        KINDS.map((k) => [k, { count: START[k] ?? 0, ...(course?.kinds[k] ?? KIND_DEFAULTS[k]) }]),
      ) as Record<Kind, KindRow>,
    },
  });
  const { errors } = formState;
  const now = useWatch({ control }) as Values;
  const keep = handleSubmit(async (v) => {
    const optional = {
      ...(v.level ? { level: v.level } : {}),
      ...(v.publisher ? { publisher: v.publisher } : {}),
      ...(v.edition ? { edition: v.edition } : {}),
      ...(v.weighByPages ? { weighByPages: true } : {}),
      ...(v.mastery ? { mastery: v.mastery } : {}),
      ...(isUsual(v.proof) ? {} : { proof: v.proof }),
    };
    const put: Course = {
      id: course?.id ?? crypto.randomUUID(),
      title: v.title,
      ...optional,
      kinds: kindsOf(v),
      countsNew: v.countsNew,
      units: course?.units ?? expandPattern(patternOf(v)),
    };
    if (!(await commit(`${v.title} ${course ? 'changed' : 'put on the shelf'}`, [{ table: 'courses', put }]))) return;
    close();
    if (!course) void navigate(`/shelf/${encodeURIComponent(put.id)}`);
  });

  return (
    <FormDialog
      wide
      title={course ? course.title : 'A course'}
      close={close}
      onSubmit={(e) => void keep(e)}
      keep={course ? 'Keep' : 'Put it on the shelf'}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="Title" fault={errors.title?.message}>
          {(p) => <input {...p} {...register('title')} autoComplete="off" />}
        </Field>
        <Field label="Level" fault={errors.level?.message}>
          {(p) => <input {...p} {...register('level')} />}
        </Field>
        <Field label="Publisher, as you call it" fault={errors.publisher?.message}>
          {(p) => <input {...p} {...register('publisher')} />}
        </Field>
        <Field label="Edition" fault={errors.edition?.message}>
          {(p) => <input {...p} {...register('edition')} />}
        </Field>
      </div>
      {!course && (
        <div className="grid grid-cols-2 gap-4 sm:grid-cols-3">
          <Field label="How many lessons" fault={errors.lessons?.message}>
            {(p) => <input {...p} type="number" {...register('lessons', { valueAsNumber: true })} />}
          </Field>
          <Field label="The book calls them" fault={errors.word?.message}>
            {(p) => <input {...p} {...register('word')} />}
          </Field>
          <Field label="A test after every" hint="lessons; 0 for none" fault={errors.testEvery?.message}>
            {(p) => <input {...p} type="number" {...register('testEvery', { valueAsNumber: true })} />}
          </Field>
          <Field label="Lessons in a unit" hint="0 for no units" fault={errors.lessonsPerUnit?.message}>
            {(p) => <input {...p} type="number" {...register('lessonsPerUnit', { valueAsNumber: true })} />}
          </Field>
          <Field label="Manual starts on page" hint="0 when there is none" fault={errors.firstPage?.message}>
            {(p) => <input {...p} type="number" {...register('firstPage', { valueAsNumber: true })} />}
          </Field>
          <Field label="Manual pages a lesson" fault={errors.pagesPerLesson?.message}>
            {(p) => <input {...p} type="number" {...register('pagesPerLesson', { valueAsNumber: true })} />}
          </Field>
        </div>
      )}
      <div
        className="overflow-x-auto"
        tabIndex={0}
        role="region"
        aria-label={course ? 'Minutes and presence' : 'Steps of a lesson'}
      >
        <table className="figures w-full">
          <thead>
            <tr>
              <th>{course ? 'A step that is to' : 'Each lesson has'}</th>
              {!course && <th>so many</th>}
              <th>minutes</th>
              <th>the teacher is</th>
            </tr>
          </thead>
          <tbody>
            {KINDS.map((k) => {
              const e = errors.kinds?.[k];
              return (
                <tr key={k}>
                  <td>{kindName(k)}</td>
                  {!course && (
                    <td>
                      <input
                        type="number"
                        aria-label={`${kindName(k)} steps in a lesson`}
                        aria-invalid={e?.count ? true : undefined}
                        className="w-20"
                        {...register(`kinds.${k}.count`, { valueAsNumber: true })}
                      />
                    </td>
                  )}
                  <td>
                    <input
                      type="number"
                      aria-label={`minutes to ${kindName(k)}`}
                      aria-invalid={e?.minutes ? true : undefined}
                      className="w-24"
                      {...register(`kinds.${k}.minutes`, { valueAsNumber: true })}
                    />
                  </td>
                  <td>
                    <select aria-label={`the teacher, to ${kindName(k)}`} {...register(`kinds.${k}.presence`)}>
                      {PRESENCES.map((w) => (
                        <option key={w} value={w}>
                          {PRESENCE_WORDS[w]}
                        </option>
                      ))}
                    </select>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        {errors.kinds && (
          <p role="alert" className="pt-1 font-semibold">
            Counts are whole numbers from 0 to 50, minutes from 1 to 600.
          </p>
        )}
      </div>
      <label className="flex items-center gap-2">
        <input type="checkbox" {...register('countsNew')} /> Its new lessons need the teacher’s full attention: keep
        them apart from other new lessons
      </label>
      {course && (
        <div className="flex flex-col gap-4">
          <label className="flex items-center gap-2">
            <input type="checkbox" {...register('weighByPages')} /> At an even pace, give lessons with more manual pages
            more of the year
          </label>
          <Field label="What did not stick">
            {(p) => (
              <select {...p} {...register('mastery')}>
                <option value="">as the household has it</option>
                <option value="hold">holds the next lesson until it does</option>
                <option value="move on">comes back behind the next lesson, as review</option>
              </select>
            )}
          </Field>
          {household.settings.scope === 'mastered' && (
            <fieldset>
              <legend className="label mb-1">To prove that a stretch is known, keep so many steps to</legend>
              <div className="flex gap-3">
                {(['practise', 'review', 'assess'] as const).map((k) => (
                  <label key={k} className="flex w-24 flex-col">
                    <span className="text-[0.95rem]">{kindName(k)}</span>
                    <input type="number" min={0} max={20} {...register(`proof.${k}`, { valueAsNumber: true })} />
                  </label>
                ))}
              </div>
              {errors.proof && (
                <p role="alert" className="pt-1 font-semibold">
                  Whole numbers from 0 to 20.
                </p>
              )}
            </fieldset>
          )}
        </div>
      )}
      {!course && <Preview values={now} />}
    </FormDialog>
  );
}

/** What the pattern makes, counted as it is typed. */
function Preview({ values }: { values: Values }) {
  const pattern = patternOf(values);
  const fault = patternFault(pattern);
  if (fault)
    return (
      <p role="status" className="font-semibold">
        {fault}
      </p>
    );
  const total = countPattern(pattern, kindsOf(values));
  const lessons = expandPattern({ ...pattern, lessons: Math.min(pattern.lessons, 40) }).flatMap((u) => u.lessons);
  const shown = lessons.slice(0, 3);
  return (
    <div role="status" className="sticky -bottom-5 border border-ink bg-sheet p-3">
      <p>
        <b>{count(total.lessons, 'lesson')}</b>
        {total.tests > 0 && (
          <>
            , <b>{count(total.tests, 'test')}</b>
          </>
        )}
        : <b>{count(total.steps, 'step')}</b> in all, about {Math.round(total.minutes / 60)} hours of the child’s time.
      </p>
      <ul className="text-[0.95rem] text-soft">
        {shown.map((l) => (
          <li key={l.id}>
            {l.title}
            {l.pages && `, pp. ${l.pages}`}: {l.steps.map((s) => kindName(s.kind)).join(', ')}
          </li>
        ))}
        {total.lessons > 3 && (
          <li>
            … and so on to {pattern.word} {pattern.lessons}
          </li>
        )}
      </ul>
    </div>
  );
}
