import { yupResolver } from '@hookform/resolvers/yup';
import { type ReactNode, useMemo } from 'react';
import { Controller, useFieldArray, useForm, useWatch } from 'react-hook-form';
import { array, mixed, number, object, type ObjectSchema, string } from 'yup';
import { useNavigate } from 'react-router';
import { blankYear, type Day, isIsoDate, schoolDays, type Weekday } from '../../core/calendar';
import { begin, type BeginField, type BeginWish, ruleOffered, yearOffered } from '../../core/begin';
import { buildUnits, readContents } from '../../core/contents';
import { countContents } from '../../core/course';
import { countPattern, type CoursePattern, KIND_DEFAULTS } from '../../core/course';
import { asPattern, type Counts, noSteps, StepsOfLesson } from '../shelf/steps-of-lesson';
import { useHousehold } from '../shell/household';
import { WeekdayControl } from '../ui/controls';
import { DateControl } from '../ui/date-control';
import { byFaults } from '../ui/faults';
import { Fault, Field, InputField, NumberField } from '../ui/field';
import { count } from '../ui/words';
import { newId } from '../ui/id';
import { unread } from '../ui/typed-field';

interface Values {
  children: { name: string; born: string }[];
  start: string;
  end: string;
  weekdays: Weekday[];
  title: string;
  /** The places of those who take it, among the children. */
  takers: string[];
  lessons: string;
  steps: Counts;
  /** The contents page, once somebody wishes to paste it. */
  pasted?: string | undefined;
}
const patternOf = (v: Values): CoursePattern => ({
  lessons: Number(v.lessons),
  word: 'Lesson',
  perLesson: asPattern(v.steps),
  testEvery: 0,
  lessonsPerUnit: 0,
  firstPage: 0,
  pagesPerLesson: 1,
});
const wishOf = (v: Values): BeginWish => ({
  ...{ children: v.children, start: v.start, end: v.end, weekdays: v.weekdays, title: v.title },
  takers: v.takers.map(Number).sort((a, b) => a - b),
  pattern: patternOf(v),
  ...(v.pasted === undefined ? {} : { units: buildUnits(readContents(v.pasted), asPattern(v.steps)) }),
});
/** What can be begun with is core's to say. */
const schema = (today: Day) =>
  object({
    children: array()
      .of(object({ name: string().defined(), born: string().defined() }))
      .required(),
    ...{ start: string().defined(), end: string().defined(), title: string().defined(), lessons: string().defined() },
    weekdays: array().of(number<Weekday>().required()).required(),
    takers: array().of(string().required()).required(),
    steps: mixed<Counts>().required(),
    pasted: string(),
  }).test(
    'begin',
    byFaults<Values>((v) => {
      const made = begin(wishOf(v), today, newId);
      return 'faults' in made ? made.faults : undefined;
    }),
  ) as ObjectSchema<Values>;

/** The blank page: children, year and first course on one sheet, kept in one go; then the first week. */
export default function Begin() {
  const { household, today, commit } = useHousehold();
  const navigate = useNavigate();
  const { register, handleSubmit, control, formState, setValue } = useForm<Values>({
    resolver: yupResolver(schema(today)),
    // Not every field is one of the browser's own: which is the first at fault is looked for on the page.
    shouldFocusError: false,
    defaultValues: {
      children: [{ name: '', born: '' }],
      ...yearOffered(today),
      weekdays: [1, 2, 3, 4, 5],
      title: '',
      takers: ['0'],
      lessons: '',
      steps: noSteps({ introduce: 1, practise: 1 }),
    },
  });
  const errors = formState.errors as Partial<Record<BeginField, { message?: string; root?: { message?: string } }>>;
  const faultOf = (field: BeginField) => errors[field]?.root?.message ?? errors[field]?.message;
  const { fields, append } = useFieldArray({ control, name: 'children' });
  const values = useWatch({ control }) as Values;
  const { children, start, end, weekdays, pasted, steps } = values;
  const units = useMemo(
    () => (pasted === undefined ? undefined : buildUnits(readContents(pasted), asPattern(steps))),
    [pasted, steps],
  );
  const total = units ? countContents(units) : { ...countPattern(patternOf(values), KIND_DEFAULTS), units: 0 };
  const days = useMemo(() => {
    const usable = isIsoDate(start) && isIsoDate(end) && start <= end;
    return usable ? schoolDays(blankYear({ weekdays, start, end })).length : undefined;
  }, [start, end, weekdays]);

  const pace =
    ruleOffered(total.steps, days ?? 0, weekdays.length).kind === 'even'
      ? 'spread evenly over the year'
      : 'one each school day';

  const keep = handleSubmit(
    async (v) => {
      const made = begin(wishOf(v), today, newId);
      if ('faults' in made) return;
      const done = await commit('the household begun', [
        { table: 'teachers', put: made.teacher },
        ...made.children.map((c) => ({ table: 'children' as const, put: c })),
        { table: 'years', put: made.year },
        { table: 'courses', put: made.course },
        { table: 'enrolments', put: made.enrolment },
      ]);
      if (done) void navigate('/week');
    },
    // The first field that needs mending takes the focus, once its sentence is there.
    () => setTimeout(() => document.querySelector<HTMLElement>('#begin [aria-invalid=true]')?.focus()),
  );

  return (
    <form
      id="begin"
      noValidate
      className="max-w-3xl"
      onSubmit={(e) => {
        if (unread(e.currentTarget)) e.preventDefault();
        else void keep(e);
      }}
    >
      <h1 className="pb-2">A blank page</h1>
      <div className="double-rule flex flex-col">
        <Part number={1} title="Who learns" fault={faultOf('children')}>
          {fields.map(({ id }, i) => {
            const { name = '', born = '' } = children[i] ?? {};
            const wrong = faultOf('children') !== undefined;
            return (
              <div key={id} className="flex flex-wrap gap-3">
                <InputField
                  label={i === 0 ? 'Name' : `Name of child ${i + 1}`}
                  box="min-w-[180px] flex-1"
                  autoFocus={i === fields.length - 1}
                  autoComplete="off"
                  maxLength={80}
                  aria-invalid={wrong && !name.trim() ? true : undefined}
                  {...register(`children.${i}.name`)}
                />
                <DateControl
                  label="Born"
                  invalid={wrong && name.trim() !== '' && !isIsoDate(born)}
                  control={control}
                  name={`children.${i}.born`}
                />
              </div>
            );
          })}
          <button
            type="button"
            className="btn self-start"
            onClick={() => append({ name: '', born: '' }, { shouldFocus: false })}
          >
            Another child
          </button>
        </Part>
        <Part number={2} title="The school year">
          <div className="flex flex-wrap gap-3">
            <DateControl label="First day" fault={faultOf('start')} control={control} name="start" />
            <DateControl label="Last day" fault={faultOf('end')} control={control} name="end" />
          </div>
          <WeekdayControl
            legend="School days"
            firstDay={household.settings.firstDay}
            control={control}
            name="weekdays"
          />
          <Fault of={{ message: faultOf('weekdays') }} />
          {days !== undefined && (
            <p className="text-aside text-soft">
              {count(days, 'school day')}. Holidays and trips are crossed out later, under Year.
            </p>
          )}
        </Part>
        <Part number={3} title="The first book in hand">
          <InputField
            label="Title"
            fault={faultOf('title')}
            autoComplete="off"
            maxLength={500}
            {...register('title')}
          />
          {children.length > 1 && (
            <fieldset>
              <legend className="label mb-1">Who takes it</legend>
              <div className="flex flex-wrap gap-4">
                {fields.map(({ id }, i) => (
                  <label key={id} className="flex min-h-touch items-center gap-2">
                    <input type="checkbox" value={i} {...register('takers')} />
                    {children[i]?.name.trim() || `child ${i + 1}`}
                  </label>
                ))}
              </div>
              <Fault of={{ message: faultOf('takers') }} />
            </fieldset>
          )}
          {pasted === undefined ? (
            <div className="flex flex-wrap items-end gap-3">
              <NumberField
                label="How many lessons"
                fault={faultOf('lessons')}
                className="w-32"
                {...register('lessons')}
              />
              <button type="button" className="btn" onClick={() => setValue('pasted', '')}>
                Paste its contents page instead
              </button>
            </div>
          ) : (
            <Field
              label="Its contents page"
              hint="Units, lessons, tests and pages are read from it; every line can be mended later, on the shelf."
              fault={faultOf('lessons')}
            >
              {(p) => <textarea {...p} autoFocus rows={7} {...register('pasted')} />}
            </Field>
          )}
          <Controller
            control={control}
            name="steps"
            render={({ field }) => <StepsOfLesson value={field.value} onChange={field.onChange} />}
          />
          <p role="status" className="text-aside text-soft">
            {total.steps > 0 && Number.isFinite(total.steps)
              ? `${count(total.lessons, 'lesson')}${total.tests > 0 ? `, ${count(total.tests, 'test')}` : ''}: ${count(total.steps, 'step')} in all, ${pace}.`
              : 'A step is the smallest thing marked: a sheet, a section of the manual, a reading, a test.'}
          </p>
        </Part>
        <div className="flex items-center gap-4 py-5">
          <button type="submit" className="btn btn-strong">
            Show the first week
          </button>
          <span className="text-aside text-soft">Everything can be changed afterwards, and undone.</span>
        </div>
      </div>
    </form>
  );
}

function Part({
  number,
  title,
  fault,
  children,
}: {
  number: number;
  title: string;
  fault?: string | undefined;
  children: ReactNode;
}) {
  return (
    <section className="grid border-b border-edge py-4 sm:grid-cols-[56px_minmax(0,1fr)]" aria-label={title}>
      <span className="text-head leading-none text-rubric" aria-hidden="true">
        {number}
      </span>
      <div className="flex min-w-0 flex-col gap-3">
        <h2>{title}</h2>
        <Fault of={{ message: fault }} />
        {children}
      </div>
    </section>
  );
}
