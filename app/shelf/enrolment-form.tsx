import { yupResolver } from '@hookform/resolvers/yup';
import { useEffect, useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { fromDay, isIsoDate, toDay, yearFrom, yearWithOutside } from '../../core/calendar';
import { contentsOf, flatten, stepName } from '../../core/course';
import {
  childrenAhead,
  type Course,
  type Enrolment,
  type Household,
  LIVES,
  type Loop,
  same,
} from '../../core/household';
import { paceWords } from '../../core/overview';
import { neededFrom, neededPerSitting, ruleNotes, RULES } from '../../core/pace';
import { type Taken, takenBefore } from '../../core/forecast';
import { useFormCommit, useHousehold } from '../shell/household';
import { WeekdayControl } from '../ui/controls';
import { Fault, NumberField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { ChildName } from '../ui/ornament';
import { LIFE_WORDS, listing } from '../ui/words';
import { Compare } from './compare';
import {
  draftOf,
  isAhead,
  NEW_LOOP,
  paceAhead,
  paceOf,
  paceSchema,
  type PaceValues,
  paceValues,
} from './enrolment-values';
import { HoldFrom } from '../household/hold-from';
import { PaceFields, SittingFields } from './pace-fields';
import { newId } from '../ui/id';
import { Verdicts } from './verdicts';
import { DateControl } from '../ui/date-control';
import { ChoiceField } from '../ui/choice';
import { shortDate } from '../ui/dates';

const newLoop = (v: PaceValues, id: string): Loop => ({
  id,
  name: v.loopName.trim(),
  weekdays: [...v.weekdays].sort(),
  turns: 'next',
  order: [],
});

/** The household with the loop that the form would make, so that its figures can be seen before it is kept. */
function withLoop(household: Household, v: PaceValues): Household {
  return v.loopId === NEW_LOOP ? { ...household, loops: [...household.loops, newLoop(v, NEW_LOOP)] } : household;
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
  const { household, year: current, today } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, control, setValue, reset, formState } = useForm<PaceValues>({
    resolver: yupResolver(paceSchema(fromDay(today))),
    defaultValues: paceValues(household, current, course, enrolment, today),
  });
  const { errors, dirtyFields } = formState;
  const now = useWatch({ control }) as PaceValues;
  // What is entered ahead for the next year is reckoned in that year.
  const begins = isIsoDate(now.firstDate) ? Math.max(today, toDay(now.firstDate)) : today;
  const inNext = current !== undefined && begins > toDay(current.end);
  const next = yearFrom(household.years, begins);
  const year = inNext ? next && yearWithOutside(household, next) : current;
  // The one under which it is kept: rows are planned in the order of their ids, and what is told before is to come true.
  const [id] = useState(() => enrolment?.id ?? newId());
  const draft = draftOf(now, id, course.id, enrolment, today);
  const ahead = enrolment && paceAhead(now, today);
  // A loop still to be made is tried out like one that is there.
  const trial = now.rule === 'loop' ? withLoop(household, now) : household;
  const countable =
    year !== undefined &&
    now.weekdays.length > 0 &&
    (now.rule !== 'weekly' || now.n >= 1) &&
    (now.rule !== 'minutes' || now.minutes >= 1) &&
    RULES[now.rule].planned &&
    [now.firstDate, now.target].every((d) => !d || isIsoDate(d));
  const needed = !countable
    ? 1
    : ahead
      ? neededFrom(household, year, enrolment, ahead, today)
      : neededPerSitting(household, year, draft, today);
  /** Another pace than it has: only then is there anything to hold from a day. */
  const paceChanged =
    enrolment !== undefined &&
    isAhead(enrolment.rule.kind) &&
    !same(paceOf(now), paceOf(paceValues(household, current, course, enrolment, today)));
  const ruleTouched = Boolean(
    dirtyFields.rule ||
    dirtyFields.n ||
    dirtyFields.unit ||
    dirtyFields.weekdays ||
    dirtyFields.paceFrom ||
    dirtyFields.fromStepId ||
    dirtyFields.firstDate ||
    dirtyFields.target ||
    dirtyFields.takesOptional ||
    dirtyFields.easy ||
    dirtyFields.splitOver ||
    dirtyFields.fasterFrom ||
    dirtyFields.fasterTo ||
    dirtyFields.fasterTimes,
  );

  // Steps a sitting follow the rule until the parent sets them by hand; then they are the parent's.
  useEffect(() => {
    if (!dirtyFields.perSitting && (!enrolment || ruleTouched)) setValue('perSitting', needed);
  }, [needed, ruleTouched, enrolment, dirtyFields.perSitting, setValue]);

  const keep = handleSubmit(async (v) => {
    const made = v.rule === 'loop' && v.loopId === NEW_LOOP ? newLoop(v, newId()) : undefined;
    const put = draftOf(made ? { ...v, loopId: made.id } : v, id, course.id, enrolment, today);
    const who = listing(household.children.filter((c) => put.childIds.includes(c.id)).map((c) => c.name));
    if (
      await commit(`${course.title} ${enrolment ? 'changed' : 'begun'} for ${who}`, [
        ...(made ? [{ table: 'loops' as const, put: made }] : []),
        { table: 'enrolments', put },
      ])
    )
      close();
  });
  const earlier = enrolment ? [] : takenBefore(household, course.id, today);
  /** As somebody took it before: the days, the rule and the minutes; who takes it, and when, stays as it is in the form. */
  const beginLike = ({ enrolment: e }: Taken) =>
    reset({
      ...paceValues(household, year, course, e, today),
      ...{ childIds: now.childIds, teacherId: now.teacherId, life: now.life },
      ...{ firstDate: now.firstDate, target: now.target, fromStepId: now.fromStepId },
      ...{ fasterFrom: '', fasterTo: '' },
      // The printed weeks are those of this book.
      ...(e.courseId === course.id ? {} : { rhythmId: now.rhythmId }),
    });
  const steps = flatten((enrolment && contentsOf(household, enrolment, today)) ?? course);

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
      keep={enrolment ? 'Save' : 'Begin it'}
      remove={enrolment && { table: 'enrolments', id: enrolment.id, name: course.title }}
    >
      {!enrolment && <Verdicts courseId={course.id} />}
      {earlier.length > 0 && (
        <ul aria-label="How it was taken before">
          {earlier.slice(0, 3).map((t) => (
            <li key={t.enrolment.id} className="flex flex-wrap items-baseline gap-x-3">
              <span className="wrap-anywhere">{t.words}</span>
              <button type="button" className="btn btn-quiet page-link" onClick={() => beginLike(t)}>
                Begin it like that
              </button>
            </li>
          ))}
        </ul>
      )}
      <Controller
        control={control}
        name="childIds"
        render={({ field }) => (
          <fieldset>
            <legend className="label mb-1">Who takes it</legend>
            <div className="flex flex-wrap gap-4">
              {childrenAhead(household, today, field.value).map((c) => (
                <label key={c.id} className="flex min-h-touch items-center gap-2">
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
            <Fault of={errors.childIds} />
            {now.childIds.length > 1 && (
              <p className="text-aside text-soft">
                Taught once to all of them together. For each at their own pace, begin it once for each child.
              </p>
            )}
          </fieldset>
        )}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        <SelectField
          label="Taught by"
          fault={errors.teacherId?.message}
          options={household.teachers.map((t) => [t.id, t.name] as const)}
          {...register('teacherId')}
        />
        <ChoiceField
          label="From"
          fault={errors.fromStepId?.message}
          control={control}
          name="fromStepId"
          options={[
            { value: '', words: 'the start' },
            ...steps.slice(1).map((s) => ({ value: s.id, words: `${s.lesson.title}, ${stepName(s)}` })),
          ]}
        />
      </div>
      <WeekdayControl
        legend="On"
        firstDay={household.settings.firstDay}
        {...(year ? { among: year.weekdays } : {})}
        control={control}
        name="weekdays"
      />
      <Fault of={errors.weekdays} />
      {isAhead(now.rule) &&
        now.paces.map((p) => (
          <p key={p.from} className="flex flex-wrap items-center gap-3">
            From {shortDate(household.settings.dateStyle, p.from, today)}: {paceWords(household, p)}
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() =>
                setValue(
                  'paces',
                  now.paces.filter((x) => x.from !== p.from),
                  { shouldDirty: true },
                )
              }
            >
              Leave this out
            </button>
          </p>
        ))}
      <PaceFields course={course} register={register} errors={errors} now={now} />
      {year &&
        ruleNotes(trial, draft, year, today).map((words) => (
          <p key={words} role="status" className="border-l-4 border-ink pl-3 text-aside">
            {words}
          </p>
        ))}
      <div className="grid gap-4 sm:grid-cols-2">
        {RULES[now.rule].needed && (
          <NumberField
            label="At most so many steps a sitting"
            hint={`The rule needs ${needed}.`}
            fault={errors.perSitting?.message}
            className="w-28"
            {...register('perSitting', { valueAsNumber: true })}
          />
        )}
        {now.rule !== 'printed' && (
          <NumberField
            label="At most so many minutes a sitting"
            hint="Empty: minutes set no limit."
            fault={errors.minutesPerSitting?.message}
            className="w-28"
            {...register('minutesPerSitting')}
          />
        )}
        {/* Where something is to come already, what holds today may come back on a day behind it. */}
        {(paceChanged || (enrolment && now.paces.length > 0)) && (
          <HoldFrom
            control={control}
            name="paceFrom"
            label="People, days and pace hold from"
            fault={errors.paceFrom?.message}
          />
        )}
        <DateControl label="Not before" fault={errors.firstDate?.message} control={control} name="firstDate" />
        <DateControl
          label="Should end by"
          hint="Empty: the last day of the school year. Behind that it goes on in the next."
          fault={errors.target?.message}
          control={control}
          name="target"
        />
        <SelectField label="It is" options={LIVES.map((l) => [l, LIFE_WORDS[l]] as const)} {...register('life')} />
        <label className="flex min-h-touch items-center gap-2 self-end">
          <input type="checkbox" {...register('takesOptional')} /> take the optional steps too
        </label>
      </div>
      <SittingFields course={course} register={register} control={control} errors={errors} now={now} />
      {!RULES[now.rule].planned ? (
        <p role="status" className="border border-edge p-3">
          Nothing is planned; its next step stands on Today under “When there is time”.
        </p>
      ) : !year ? (
        <p role="status" className="border border-edge p-3">
          Set up the school year {current ? 'in which it begins ' : ''}to see when this would end.
        </p>
      ) : (
        countable &&
        now.childIds.length > 0 &&
        now.perSitting >= 1 && <Compare state={trial} year={year} ahead={inNext} before={enrolment} after={draft} />
      )}
    </FormDialog>
  );
}
