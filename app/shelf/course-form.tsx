import { yupResolver } from '@hookform/resolvers/yup';
import { useForm, useWatch } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { boolean, number, object, type ObjectSchema, string } from 'yup';
import type { Weekday } from '../../core/calendar';
import {
  countPattern,
  type CoursePattern,
  expandPattern,
  KIND_DEFAULTS,
  kindName,
  LAYOUTS,
  mayComeBefore,
  pageWords,
  patternFault,
  readNumbers,
  readTracks,
} from '../../core/course';
import {
  type Course,
  type Kind,
  type KindDefault,
  KINDS,
  MASTERIES,
  PRESENCES,
  type ProofRule,
  type Unit,
} from '../../core/household';
import { USUAL_PROOF } from '../../core/proof';
import { useFormCommit, useHousehold } from '../shell/household';
import { InputField, NumberField, SelectField } from '../ui/field';
import { courseOptions } from '../ui/course-options';
import { FormDialog } from '../ui/form-dialog';
import { count, PRESENCE_WORDS } from '../ui/words';
import type { Ahead, CourseValues, KindRow, ProofValues } from './course-values';
import { LayoutFields } from './layout-fields';
import { newId } from '../ui/id';

const whole = (min: number, max: number) =>
  number()
    .typeError('Give a whole number.')
    .integer('Give a whole number.')
    .min(min, `From ${min} to ${max}.`)
    .max(max, `From ${min} to ${max}.`)
    .required('Give a whole number.');
const text = (max = 500) => string().trim().max(max, `Keep it under ${max} letters.`).defined();
/** A text that is read as a list; what cannot be read is said in the reader's words. */
const typed = (read: (t: string) => unknown) =>
  string()
    .defined()
    .test('list', (v, ctx) => {
      const answer = read(v);
      return typeof answer === 'string' ? ctx.createError({ message: answer }) : true;
    });
const kindRow = object({
  count: whole(0, 50),
  label: text(60),
  minutes: whole(1, 600),
  presence: string().oneOf(PRESENCES).required(),
});
const schema: ObjectSchema<CourseValues> = object({
  title: text().required('Give the course a title.'),
  level: text(),
  follows: string().defined(),
  publisher: text(),
  edition: text(),
  countsNew: boolean().defined(),
  weighByPages: boolean().defined(),
  ahead: string<'' | Ahead>().defined(),
  again: string()
    .defined()
    .trim()
    .matches(/^([1-9]\d?|100)?$/, 'Give a whole number from 1 to 100, or leave it empty.'),
  mastery: string()
    .oneOf(['', ...MASTERIES] as const)
    .defined(),
  proof: object({
    practise: whole(0, 20),
    review: whole(0, 20),
    assess: whole(0, 20),
    score: number().integer().min(0).max(100),
  }).required(),
  lessons: whole(1, 1000),
  word: text(30).required('Give the word the book uses.'),
  testEvery: whole(0, 1000),
  lessonsPerUnit: whole(0, 1000),
  firstPage: whole(0, 9999),
  pagesPerLesson: whole(1, 200),
  kinds: object(
    Object.fromEntries(KINDS.map((k) => [k, kindRow])) as Record<Kind, typeof kindRow>,
  ).required() as unknown as ObjectSchema<Record<Kind, KindRow>>,
  layout: string().oneOf(LAYOUTS).required(),
  unitWord: text(30),
  chapters: typed((t) => readNumbers(t)),
  tracks: typed((t) => readTracks(t)),
  strands: text(500),
  rounds: whole(1, 50),
  strandLessons: whole(1, 100),
  testsAfter: typed((t) => readNumbers(t, 5000)),
  testWeekday: whole(0, 7),
  project: text(120),
  projectSittings: whole(1, 500),
  prepare: whole(0, 600),
});

const START: Partial<Record<Kind, number>> = { introduce: 1, practise: 1 };

const list = <T,>(answer: T[] | string): T[] => (typeof answer === 'string' ? [] : answer);

function patternOf(v: CourseValues): CoursePattern {
  const { lessons, word, testEvery, lessonsPerUnit, firstPage, pagesPerLesson, layout } = v;
  const names = v.strands
    .split(',')
    .map((n) => n.trim())
    .filter(Boolean);
  return {
    layout,
    lessons,
    word: word.trim() || 'Lesson',
    testEvery,
    lessonsPerUnit,
    firstPage,
    pagesPerLesson,
    unitWord: v.unitWord,
    chapters: list(readNumbers(v.chapters)),
    tracks: list(readTracks(v.tracks)),
    strands: { names, rounds: v.rounds, lessons: v.strandLessons },
    testsAfter: list(readNumbers(v.testsAfter, 5000)),
    ...(v.testWeekday >= 1 ? { testWeekday: v.testWeekday as Weekday } : {}),
    ...(v.project.trim() ? { project: { title: v.project.trim(), sittings: v.projectSittings } } : {}),
    ...(v.prepare > 0 ? { prepare: v.prepare } : {}),
    perLesson: KINDS.map((kind) => ({ kind, count: v.kinds[kind].count, label: v.kinds[kind].label })),
  };
}
const kindsOf = (v: CourseValues) =>
  Object.fromEntries(KINDS.map((k) => [k, { minutes: v.kinds[k].minutes, presence: v.kinds[k].presence }])) as Record<
    Kind,
    KindDefault
  >;

/** Without a score where none is set. */
const ruleOf = ({ score, ...rule }: ProofValues): ProofRule => (score === undefined ? rule : { ...rule, score });
const isUsual = (p: ProofValues) =>
  p.score === undefined && (Object.keys(USUAL_PROOF) as (keyof ProofRule)[]).every((k) => p[k] === USUAL_PROOF[k]);

/** A course by the pattern of its lessons; for one that is there, everything but the pattern. */
export function CourseForm({ course, close }: { course: Course | undefined; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const navigate = useNavigate();
  const { register, handleSubmit, control, formState } = useForm<CourseValues>({
    resolver: yupResolver(schema),
    defaultValues: {
      title: course?.title ?? '',
      level: course?.level ?? '',
      follows: course?.follows ?? '',
      publisher: course?.publisher ?? '',
      edition: course?.edition ?? '',
      countsNew: course?.countsNew ?? true,
      weighByPages: course?.weighByPages ?? false,
      ahead: course?.ahead === 'week' ? '' : (course?.ahead ?? ''),
      mastery: course?.mastery ?? '',
      again: course?.again?.toString() ?? '',
      proof: course?.proof ?? USUAL_PROOF,
      lessons: 22,
      word: 'Lesson',
      testEvery: 0,
      lessonsPerUnit: 0,
      firstPage: 0,
      pagesPerLesson: 2,
      kinds: Object.fromEntries(
        KINDS.map((k) => [k, { count: START[k] ?? 0, label: '', ...(course?.kinds[k] ?? KIND_DEFAULTS[k]) }]),
      ) as Record<Kind, KindRow>,
      layout: 'same',
      unitWord: '',
      chapters: '',
      tracks: '',
      strands: '',
      rounds: 2,
      strandLessons: 5,
      testsAfter: '',
      testWeekday: 0,
      project: '',
      projectSittings: 6,
      prepare: 0,
    },
  });
  const { errors } = formState;
  const before = mayComeBefore(household, course?.id);
  const now = useWatch({ control }) as CourseValues;
  const keep = handleSubmit(async (v) => {
    const optional = {
      ...(v.level ? { level: v.level } : {}),
      ...(v.follows ? { follows: v.follows } : {}),
      ...(v.publisher ? { publisher: v.publisher } : {}),
      ...(v.edition ? { edition: v.edition } : {}),
      ...(v.weighByPages ? { weighByPages: true } : {}),
      ...(v.mastery ? { mastery: v.mastery } : {}),
      ...(v.again ? { again: Number(v.again) } : {}),
      ...(v.ahead ? { ahead: v.ahead } : {}),
      ...(isUsual(v.proof) ? {} : { proof: ruleOf(v.proof) }),
    };
    // What the form does not show (parts, printed weeks, how it was bought) stays as it is.
    const {
      level: _l,
      follows: _f,
      publisher: _p,
      edition: _e,
      weighByPages: _w,
      mastery: _m,
      again: _g,
      ahead: _a,
      proof: _r,
      ...kept
    } = course ?? {
      id: newId(),
      units: expandPattern(patternOf(v)),
    };
    const put: Course = { ...kept, title: v.title, ...optional, kinds: kindsOf(v), countsNew: v.countsNew };
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
      keep={course ? 'Save' : 'Put it on the shelf'}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <InputField label="Title" fault={errors.title?.message} {...register('title')} autoComplete="off" autoFocus />
        <InputField label="Level" fault={errors.level?.message} {...register('level')} />
        {before.length > 0 && (
          <SelectField
            label="The level before it"
            options={[['', 'none'], ...courseOptions(before)]}
            {...register('follows')}
          />
        )}
        <InputField label="Publisher, as you call it" fault={errors.publisher?.message} {...register('publisher')} />
        <InputField label="Edition" fault={errors.edition?.message} {...register('edition')} />
      </div>
      {!course && <LayoutFields register={register} errors={errors} now={now} />}
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
              {!course && <th>called (if the book has a name for it)</th>}
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
                        inputMode="numeric"
                        aria-label={`${kindName(k)} steps in a lesson`}
                        aria-invalid={e?.count ? true : undefined}
                        className="w-20"
                        {...register(`kinds.${k}.count`, { valueAsNumber: true })}
                      />
                    </td>
                  )}
                  {!course && (
                    <td>
                      <input
                        aria-label={`name of ${kindName(k)} steps`}
                        className="w-44"
                        maxLength={60}
                        disabled={!(now.kinds[k].count > 0)}
                        {...register(`kinds.${k}.label`)}
                      />
                    </td>
                  )}
                  <td>
                    <input
                      inputMode="numeric"
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
          <SelectField
            label="Its things are made ready"
            hint="By then they have to be here, and by then they are ordered."
            options={[
              ['', 'a week ahead, as usual'],
              ['lesson', 'the day before the lesson'],
              ['level', 'the whole level in the break before it'],
            ]}
            {...register('ahead')}
          />
          <SelectField
            label="What did not stick"
            options={[
              ['', 'as the household has it'],
              ['hold', 'holds the next lesson until it does'],
              ['move on', 'comes back behind the next lesson, as review'],
            ]}
            {...register('mastery')}
          />
          <NumberField
            label="A score below so many per cent is proposed again"
            hint="Empty: no score proposes anything."
            className="w-24"
            fault={errors.again?.message}
            {...register('again')}
          />
          {household.settings.scope === 'mastered' && (
            <fieldset>
              <legend className="label mb-1">To check that a stretch is known, keep so many steps to</legend>
              <div className="flex gap-3">
                {(['practise', 'review', 'assess'] as const).map((k) => (
                  <label key={k} className="flex w-24 flex-col">
                    <span className="text-aside">{kindName(k)}</span>
                    <input inputMode="numeric" {...register(`proof.${k}`, { valueAsNumber: true })} />
                  </label>
                ))}
              </div>
              <label className="flex w-64 flex-col pt-2">
                <span className="text-aside">a score below so many per cent does not show it by itself</span>
                <input
                  inputMode="numeric"
                  className="w-24"
                  placeholder="none"
                  {...register('proof.score', {
                    setValueAs: (v: unknown) => (v === '' || v === null || v === undefined ? undefined : Number(v)),
                  })}
                />
              </label>
              {errors.proof && (
                <p role="alert" className="pt-1 font-semibold">
                  Whole numbers from 0 to 20, and from 0 to 100 for the score.
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

/** The first units by name, with what each holds. */
function unitWords(units: Unit[]): string {
  const named = units.slice(0, 4).map((u) => `${u.title} (${u.lessons.length})`);
  return units.length > 4 ? `${named.join(', ')} …` : named.join(', ');
}

/** What the pattern makes, counted as it is typed. */
function Preview({ values }: { values: CourseValues }) {
  const pattern = patternOf(values);
  const fault = patternFault(pattern);
  if (fault)
    return (
      <p role="status" className="font-semibold">
        {fault}
      </p>
    );
  const total = countPattern(pattern, kindsOf(values));
  const units = expandPattern(pattern);
  const shown = units.flatMap((u) => u.lessons).slice(0, 3);
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
      <ul className="text-aside text-soft">
        {shown.map((l) => (
          <li key={l.id}>
            {l.title}
            {l.pages && `, ${pageWords(l.pages)}`}: {l.steps.map((s) => s.label ?? kindName(s.kind)).join(', ')}
          </li>
        ))}
        {total.lessons > 3 && (
          <li>
            … and so on
            {units.length > 1 && `, in ${count(units.length, 'unit')}: ${unitWords(units)}`}
          </li>
        )}
      </ul>
    </div>
  );
}
