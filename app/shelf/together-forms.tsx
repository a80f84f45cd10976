import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { array, mixed, number, object, type ObjectSchema, string } from 'yup';
import type { Weekday } from '../../core/calendar';
import { byId, type LessonRef, type Link, type Loop, titleOf } from '../../core/household';
import { isUnderWay, loopIdOf, takersOf } from '../../core/pace';
import { unitsTaken } from '../../core/stagger';
import { useFormCommit, useHousehold } from '../shell/household';
import { WeekdayControl } from '../ui/controls';
import { byFaults } from '../ui/faults';
import { Fault, InputField, RadioField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { Otherwise } from '../household/otherwise';
import { moved, OrderList } from './order-list';
import { takingName } from '../../core/words';
import { newId } from '../ui/id';
import { Choice, lessonOptions } from '../ui/choice';
import { lessonsIn } from '../../core/course';

interface LoopValues {
  name: string;
  weekdays: Weekday[];
  turns: Loop['turns'];
  order: string[];
}
const loopSchema: ObjectSchema<LoopValues> = object({
  name: string().trim().required('Give the group a name, like “afternoons”.').max(80, 'Keep it under 80 letters.'),
  weekdays: array().of(number<Weekday>().required()).min(1, 'Choose at least one weekday.').required(),
  turns: string()
    .oneOf(['next', 'weeks'] as const)
    .required(),
  order: array().of(string().required()).required(),
});

/** A loop: its name, its weekdays, how turns are taken, and in which order. */
export function LoopForm({ loop, close }: { loop: Loop; close: () => void }) {
  const { household, year } = useHousehold();
  const commit = useFormCommit();
  const members = takersOf(household, loop);
  const { register, handleSubmit, control, formState } = useForm<LoopValues>({
    resolver: yupResolver(loopSchema),
    defaultValues: { name: loop.name, weekdays: loop.weekdays, turns: loop.turns, order: members.map((m) => m.id) },
  });
  const { errors } = formState;
  const values = useWatch({ control }) as LoopValues;
  const children = new Set(members.map((m) => [...m.childIds].sort().join(' ')));
  const keep = handleSubmit(async (v) => {
    const put: Loop = { id: loop.id, ...v };
    if (await commit(`Taking turns in ${put.name}: changed`, [{ table: 'loops', put }])) close();
  });
  return (
    <FormDialog title={loop.name} close={close} onSubmit={(e) => void keep(e)}>
      <InputField label="Called" fault={errors.name?.message} maxLength={80} {...register('name')} />
      <WeekdayControl
        legend="On"
        firstDay={household.settings.firstDay}
        {...(year ? { among: year.weekdays } : {})}
        control={control}
        name="weekdays"
      />
      <Fault of={errors.weekdays} />
      <RadioField
        legend="Turns"
        options={[
          ['next', 'whoever is next: a lost day delays, nothing falls out'],
          ['weeks', 'a teaching week each, in turn'],
        ]}
        {...register('turns')}
      />
      <div>
        <p className="label mb-1">In this order</p>
        <Controller
          control={control}
          name="order"
          render={({ field }) => (
            <OrderList
              items={field.value.flatMap((id) => {
                const e = byId(household.enrolments, id);
                return e ? [{ id, name: takingName(household, e.id) }] : [];
              })}
              move={(from, to) => field.onChange(moved(field.value, from, to))}
            />
          )}
        />
        {members.length === 0 && <p className="text-soft">Nobody takes turns in it.</p>}
        {children.size > 1 && (
          <p className="text-aside">
            Not all of these are taken by the same children: a slot is then one turn for all of them.
          </p>
        )}
      </div>
      <Otherwise
        puts={
          formState.isDirty && loopSchema.isValidSync(values) && [{ table: 'loops', put: { id: loop.id, ...values } }]
        }
      />
      {!household.enrolments.some((e) => loopIdOf(e) === loop.id) && (
        <button
          type="button"
          className="btn self-start"
          onClick={() =>
            void commit(`Taking turns in ${loop.name}: ended`, [{ table: 'loops', remove: loop.id }]).then(
              (done) => done && close(),
            )
          }
        >
          Delete the group
        </button>
      )}
    </FormDialog>
  );
}

interface LinkValues {
  enrolmentIds: string[];
  by: Link['by'];
}
const linkSchema: ObjectSchema<LinkValues> = object({
  enrolmentIds: array().of(string().required()).min(2, 'Choose two courses or more.').required(),
  by: string()
    .oneOf(['whole', 'units'] as const)
    .required(),
});

/** Courses kept together: which, and how their positions are compared. */
export function LinkForm({ link, close }: { link: Link | undefined; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, control, formState } = useForm<LinkValues>({
    resolver: yupResolver(linkSchema),
    defaultValues: { enrolmentIds: link?.enrolmentIds ?? [], by: link?.by ?? 'whole' },
  });
  const [ids, by] = useWatch({ control, name: ['enrolmentIds', 'by'] });
  const [id] = useState(() => link?.id ?? newId());
  const choice = household.enrolments.filter(
    (e) => (isUnderWay(household, e) && loopIdOf(e) === undefined) || ids.includes(e.id),
  );
  const counts = new Set(ids.map((id) => unitsTaken(household, byId(household.enrolments, id)!)));
  const keep = handleSubmit(async (v) => {
    const put: Link = { id, ...v };
    if (await commit('Courses kept together', [{ table: 'links', put }])) close();
  });
  return (
    <FormDialog title="Courses kept together" close={close} onSubmit={(e) => void keep(e)}>
      <fieldset>
        <legend className="label mb-1">Which</legend>
        <Controller
          control={control}
          name="enrolmentIds"
          render={({ field }) => (
            <>
              {choice.map(({ id }) => (
                <label key={id} className="flex min-h-touch items-center gap-2">
                  <input
                    type="checkbox"
                    checked={field.value.includes(id)}
                    // In the order in which they are chosen.
                    onChange={(e) =>
                      field.onChange(e.target.checked ? [...field.value, id] : field.value.filter((x) => x !== id))
                    }
                  />
                  {takingName(household, id)}
                </label>
              ))}
            </>
          )}
        />
        <Fault of={formState.errors.enrolmentIds} />
      </fieldset>
      <SelectField
        label="Compared"
        options={[
          ['whole', 'by how far through the course each is'],
          ['units', 'unit by unit'],
        ]}
        {...register('by')}
      />
      {by === 'units' && counts.size > 1 && (
        <p role="status">
          They have different numbers of units ({[...counts].join(', ')}), so they are compared by how far through each
          is until the numbers agree.
        </p>
      )}
      <Otherwise
        puts={
          formState.isDirty &&
          linkSchema.isValidSync({ enrolmentIds: ids, by }) && [{ table: 'links', put: { id, enrolmentIds: ids, by } }]
        }
      />
      {link && (
        <button
          type="button"
          className="btn self-start"
          onClick={() =>
            void commit('Courses no longer kept together', [{ table: 'links', remove: link.id }]).then(
              (done) => done && close(),
            )
          }
        >
          Let each go its own way
        </button>
      )}
    </FormDialog>
  );
}

interface OverlapValues {
  one: LessonRef;
  other: LessonRef;
}
const overlapSchema: ObjectSchema<OverlapValues> = object({
  one: mixed<LessonRef>().required(),
  other: mixed<LessonRef>().required(),
}).test(
  'two',
  byFaults<OverlapValues>(({ one, other }) => ({
    other: one.courseId === other.courseId ? 'Choose two different courses.' : undefined,
  })),
);

/** Two lessons, of two courses, that do the same work. */
export function OverlapForm({ close }: { close: () => void }) {
  const { household } = useHousehold();
  const [one, other] = household.courses.flatMap((c): LessonRef[] => {
    const [first] = lessonsIn(c);
    return first ? [{ courseId: c.id, lessonId: first.id }] : [];
  });
  if (one && other) return <Overlapping first={{ one, other }} close={close} />;
  return (
    <FormDialog title="The same work twice" close={close} disabled onSubmit={(e) => e.preventDefault()}>
      <p>It takes two courses on the shelf.</p>
    </FormDialog>
  );
}

function Overlapping({ first, close }: { first: OverlapValues; close: () => void }) {
  const commit = useFormCommit();
  const { handleSubmit, control } = useForm<OverlapValues>({
    resolver: yupResolver(overlapSchema),
    defaultValues: first,
  });
  const [one, other] = useWatch({ control, name: ['one', 'other'] });
  const same = one.courseId === other.courseId;
  const keep = handleSubmit(async (v) => {
    if (await commit('Two lessons do the same work', [{ table: 'overlaps', put: { id: newId(), ...v } }])) close();
  });
  return (
    <FormDialog title="The same work twice" close={close} disabled={same} onSubmit={(e) => void keep(e)}>
      {(
        [
          ['one', 'This lesson'],
          ['other', 'does the same work as'],
        ] as const
      ).map(([name, label]) => (
        <Controller
          key={name}
          control={control}
          name={name}
          render={({ field }) => <LessonPicker label={label} value={field.value} change={field.onChange} />}
        />
      ))}
      {same && <p role="status">Choose two different courses.</p>}
    </FormDialog>
  );
}

function LessonPicker({ label, value, change }: { label: string; value: LessonRef; change: (ref: LessonRef) => void }) {
  const { household } = useHousehold();
  const course = byId(household.courses, value.courseId);
  return (
    <fieldset className="flex flex-wrap gap-3">
      <legend className="label mb-1">{label}</legend>
      <select
        aria-label={`${label}: course`}
        value={value.courseId}
        onChange={(e) => {
          const next = byId(household.courses, e.target.value);
          const lesson = next?.units.flatMap((u) => u.lessons)[0];
          if (next && lesson) change({ courseId: next.id, lessonId: lesson.id });
        }}
      >
        {household.courses.map((c) => (
          <option key={c.id} value={c.id}>
            {titleOf(household, c.id)}
          </option>
        ))}
      </select>
      <Choice
        aria-label={`${label}: lesson`}
        className="min-w-0"
        options={lessonOptions(lessonsIn(course))}
        value={value.lessonId}
        onChange={(lessonId) => change({ ...value, lessonId })}
      />
    </fieldset>
  );
}
