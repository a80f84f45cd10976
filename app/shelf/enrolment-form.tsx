import { yupResolver } from '@hookform/resolvers/yup';
import { useEffect } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { array, boolean, number, object, type ObjectSchema, string } from 'yup';
import { isIsoDate, type Weekday } from '../../core/calendar';
import { flatten, stepName } from '../../core/course';
import { type Course, type Enrolment, type Household, type Life, LIVES, type SchoolYear } from '../../core/household';
import {
  evenPerSitting,
  makeTrack,
  openDates,
  remainingSteps,
  reserveOf,
  sittingsPerWeek,
  weeklyPerSitting,
} from '../../core/pace';
import { useHousehold } from '../shell/household';
import { inHand } from '../today/pace';
import { shortDate } from '../ui/dates';
import { Field, WeekdayPicker } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { ChildName } from '../ui/ornament';
import { count, LIFE_WORDS, listing } from '../ui/words';

interface Values {
  childIds: string[];
  teacherId: string;
  weekdays: Weekday[];
  rule: 'even' | 'weekly';
  n: number;
  unit: 'steps' | 'lessons';
  perSitting: number;
  minutesPerSitting: string;
  fromStepId: string;
  firstDate: string;
  target: string;
  life: Life;
  takesOptional: boolean;
}

const dateOrNone = string()
  .defined()
  .test('day', 'Give a day that exists, or leave it empty.', (v) => v === '' || isIsoDate(v));
const schema: ObjectSchema<Values> = object({
  childIds: array().of(string().required()).min(1, 'Choose who takes it.').required(),
  teacherId: string().required('Choose who teaches it.'),
  weekdays: array().of(number<Weekday>().required()).min(1, 'Choose at least one weekday.').required(),
  rule: string()
    .oneOf(['even', 'weekly'] as const)
    .required(),
  n: number()
    .typeError('Give a whole number.')
    .integer('Give a whole number.')
    .min(1, 'At least 1 a week.')
    .max(100, 'At most 100 a week.')
    .required(),
  unit: string()
    .oneOf(['steps', 'lessons'] as const)
    .required(),
  perSitting: number()
    .typeError('Give a whole number.')
    .integer('Give a whole number.')
    .min(1, 'At least 1.')
    .max(100, 'At most 100.')
    .required(),
  minutesPerSitting: string()
    .defined()
    .test(
      'minutes',
      'Give minutes from 1 to 600, or leave it empty.',
      (v) => v === '' || (/^\d+$/.test(v) && +v >= 1 && +v <= 600),
    ),
  fromStepId: string().defined(),
  firstDate: dateOrNone,
  target: dateOrNone,
  life: string().oneOf(LIVES).required(),
  takesOptional: boolean().defined(),
});

function draftOf(v: Values, id: string, courseId: string): Enrolment {
  return {
    id,
    courseId,
    childIds: v.childIds,
    teacherId: v.teacherId,
    weekdays: [...v.weekdays].sort(),
    rule: v.rule === 'even' ? { kind: 'even' } : { kind: 'weekly', n: v.n, unit: v.unit },
    perSitting: v.perSitting,
    ...(v.minutesPerSitting ? { minutesPerSitting: Number(v.minutesPerSitting) } : {}),
    ...(v.fromStepId ? { fromStepId: v.fromStepId } : {}),
    ...(v.firstDate ? { firstDate: v.firstDate } : {}),
    ...(v.target ? { target: v.target } : {}),
    life: v.life,
    takesOptional: v.takesOptional,
  };
}

/** What a sitting must take under the rule, as core counts it; 1 where nothing can be counted yet. */
function neededPerSitting(
  household: Household,
  year: SchoolYear | undefined,
  course: Course,
  draft: Enrolment,
  today: number,
): number {
  if (!year) return 1;
  if (draft.rule.kind === 'weekly') {
    const longest = Math.max(1, ...course.units.flatMap((u) => u.lessons.map((l) => l.steps.length)));
    return weeklyPerSitting(draft.rule.n, draft.rule.unit, sittingsPerWeek(draft, year), longest);
  }
  const target = makeTrack(household, year, draft, today).target;
  return evenPerSitting(
    remainingSteps(household, draft).length,
    openDates(draft, year).filter((d) => d >= today && d <= target).length,
  );
}

export function EnrolmentForm({
  course,
  enrolment,
  close,
}: {
  course: Course;
  enrolment: Enrolment | undefined;
  close: () => void;
}) {
  const { household, year, today, commit } = useHousehold();
  const { register, handleSubmit, control, setValue, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      childIds: enrolment?.childIds ?? (household.children.length === 1 ? [household.children[0]!.id] : []),
      teacherId: enrolment?.teacherId ?? household.teachers[0]?.id ?? '',
      weekdays: enrolment?.weekdays ?? year?.weekdays ?? [1, 2, 3, 4, 5],
      rule: enrolment?.rule.kind ?? 'even',
      n: enrolment?.rule.kind === 'weekly' ? enrolment.rule.n : 4,
      unit: enrolment?.rule.kind === 'weekly' ? enrolment.rule.unit : 'steps',
      perSitting: enrolment?.perSitting ?? 1,
      minutesPerSitting: enrolment?.minutesPerSitting?.toString() ?? '',
      fromStepId: enrolment?.fromStepId ?? '',
      firstDate: enrolment?.firstDate ?? '',
      target: enrolment?.target ?? '',
      life: enrolment?.life ?? 'running',
      takesOptional: enrolment?.takesOptional ?? true,
    },
  });
  const { errors, dirtyFields } = formState;
  const now = useWatch({ control }) as Values;
  const id = enrolment?.id ?? 'draft';
  const draft = draftOf(now, id, course.id);
  const countable =
    year !== undefined &&
    now.weekdays.length > 0 &&
    (now.rule === 'even' || now.n >= 1) &&
    [now.firstDate, now.target].every((d) => !d || isIsoDate(d));
  const needed = countable ? neededPerSitting(household, year, course, draft, today) : 1;
  const ruleTouched = Boolean(
    dirtyFields.rule ||
    dirtyFields.n ||
    dirtyFields.unit ||
    dirtyFields.weekdays ||
    dirtyFields.fromStepId ||
    dirtyFields.firstDate ||
    dirtyFields.target ||
    dirtyFields.takesOptional,
  );

  // Steps a sitting follow the rule until the parent sets them by hand; then they are the parent's.
  useEffect(() => {
    if (!dirtyFields.perSitting && (!enrolment || ruleTouched)) setValue('perSitting', needed);
  }, [needed, ruleTouched, enrolment, dirtyFields.perSitting, setValue]);

  const keep = handleSubmit(async (v) => {
    const put = draftOf(v, enrolment?.id ?? crypto.randomUUID(), course.id);
    const who = listing(household.children.filter((c) => put.childIds.includes(c.id)).map((c) => c.name));
    if (await commit(`${course.title} ${enrolment ? 'changed' : 'begun'} for ${who}`, [{ table: 'enrolments', put }]))
      close();
  });
  const reserve =
    countable && now.perSitting >= 1 ? reserveOf(makeTrack(household, year, draft, today), year) : undefined;
  const style = household.settings.dateStyle;
  const steps = flatten(course);

  if (household.children.length === 0 || household.teachers.length === 0) {
    return (
      <FormDialog
        title={course.title}
        close={close}
        onSubmit={(e) => {
          e.preventDefault();
          close();
        }}
        keep="Understood"
      >
        <p>A course needs a child to take it and a teacher to teach it. Add both under Household first.</p>
      </FormDialog>
    );
  }

  return (
    <FormDialog
      wide
      title={course.title}
      close={close}
      onSubmit={(e) => void keep(e)}
      keep={enrolment ? 'Keep' : 'Begin it'}
      remove={enrolment && { table: 'enrolments', id: enrolment.id, name: course.title }}
    >
      <Controller
        control={control}
        name="childIds"
        render={({ field }) => (
          <fieldset>
            <legend className="label mb-1">Who takes it</legend>
            <div className="flex flex-wrap gap-4">
              {household.children.map((c) => (
                <label key={c.id} className="flex min-h-[44px] items-center gap-2">
                  <input
                    type="checkbox"
                    checked={field.value.includes(c.id)}
                    onChange={(e) =>
                      field.onChange(e.target.checked ? [...field.value, c.id] : field.value.filter((x) => x !== c.id))
                    }
                  />
                  <ChildName child={c} />
                </label>
              ))}
            </div>
            {errors.childIds && (
              <p role="alert" className="font-semibold">
                {errors.childIds.message}
              </p>
            )}
            {now.childIds.length > 1 && (
              <p className="text-[0.95rem] text-soft">
                Taught once to all of them together. For each at their own pace, begin it once for each child.
              </p>
            )}
          </fieldset>
        )}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        <Field label="Taught by" fault={errors.teacherId?.message}>
          {(p) => (
            <select {...p} {...register('teacherId')}>
              {household.teachers.map((t) => (
                <option key={t.id} value={t.id}>
                  {t.name}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label="From" fault={errors.fromStepId?.message}>
          {(p) => (
            <select {...p} {...register('fromStepId')}>
              <option value="">the start</option>
              {steps.slice(1).map((s) => (
                <option key={s.id} value={s.id}>
                  {s.lesson.title}, {stepName(s)}
                </option>
              ))}
            </select>
          )}
        </Field>
      </div>
      <Controller
        control={control}
        name="weekdays"
        render={({ field }) => (
          <WeekdayPicker
            legend="On"
            value={field.value}
            onChange={field.onChange}
            firstDay={household.settings.firstDay}
            {...(year ? { among: year.weekdays } : {})}
          />
        )}
      />
      {errors.weekdays && (
        <p role="alert" className="font-semibold">
          {errors.weekdays.message}
        </p>
      )}
      <fieldset>
        <legend className="label mb-1">Pace</legend>
        <label className="flex min-h-[44px] items-center gap-2">
          <input type="radio" value="even" {...register('rule')} /> even: spread over the year, done by the last day
        </label>
        <div className="flex flex-wrap items-center gap-2">
          <label className="flex min-h-[44px] items-center gap-2">
            <input type="radio" value="weekly" {...register('rule')} /> so many a week:
          </label>
          <input
            type="number"
            aria-label="how many a week"
            className="w-20"
            {...register('n', { valueAsNumber: true })}
            disabled={now.rule !== 'weekly'}
          />
          <select aria-label="steps or lessons" {...register('unit')} disabled={now.rule !== 'weekly'}>
            <option value="steps">steps</option>
            <option value="lessons">lessons</option>
          </select>
        </div>
        {errors.n && (
          <p role="alert" className="font-semibold">
            {errors.n.message}
          </p>
        )}
      </fieldset>
      <div className="grid gap-4 sm:grid-cols-2">
        <Field
          label="At most so many steps a sitting"
          hint={`The rule needs ${needed}.`}
          fault={errors.perSitting?.message}
        >
          {(p) => <input {...p} type="number" className="w-28" {...register('perSitting', { valueAsNumber: true })} />}
        </Field>
        <Field
          label="At most so many minutes a sitting"
          hint="Empty: minutes set no limit."
          fault={errors.minutesPerSitting?.message}
        >
          {(p) => <input {...p} inputMode="numeric" className="w-28" {...register('minutesPerSitting')} />}
        </Field>
        <Field label="Not before" fault={errors.firstDate?.message}>
          {(p) => <input {...p} type="date" {...register('firstDate')} />}
        </Field>
        <Field label="Should end by" hint="Empty: the last day of the school year." fault={errors.target?.message}>
          {(p) => <input {...p} type="date" {...register('target')} />}
        </Field>
        <Field label="It is">
          {(p) => (
            <select {...p} {...register('life')}>
              {LIVES.map((l) => (
                <option key={l} value={l}>
                  {LIFE_WORDS[l]}
                </option>
              ))}
            </select>
          )}
        </Field>
        <label className="flex min-h-[44px] items-center gap-2 self-end">
          <input type="checkbox" {...register('takesOptional')} /> take the optional steps too
        </label>
      </div>
      <p role="status" className="border border-edge p-3">
        {!year ? (
          'Set up the school year to see when this would end.'
        ) : reserve?.daysInHand === undefined || reserve.projected === undefined ? (
          'Nothing to plan: no step is left, or no weekday is chosen.'
        ) : (
          <>
            {count(reserve.remaining, 'step')} left. At the earliest the last day is{' '}
            <b>{shortDate(style, reserve.projected, today)}</b>
            {reserve.afterYear && ', past the year'}: <b>{inHand(reserve.daysInHand)}</b>.
          </>
        )}
      </p>
    </FormDialog>
  );
}
