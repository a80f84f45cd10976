import { yupResolver } from '@hookform/resolvers/yup';
import { useForm, useWatch } from 'react-hook-form';
import { fromDay, type IsoDate, usualTeacher } from '../../core/calendar';
import { easierFor, GAME_KINDS } from '../../core/day';
import { kindName } from '../../core/course';
import { childrenAhead, PRESENCES, type Ritual, type RitualSort, titleOf } from '../../core/household';
import { isTaken, isUnderWay } from '../../core/pace';
import { takerNames } from '../../core/words';
import { useFormCommit, useHousehold } from '../shell/household';
import { PeopleControl, TimeControl, WeekdayControl } from '../ui/controls';
import { DateControl } from '../ui/date-control';
import { Fault, InputField, NumberField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { ChildName } from '../ui/ornament';
import { listing, PRESENCE_WORDS } from '../ui/words';
import { newId } from '../ui/id';
import { asNumber } from '../ui/whole';
import { ritualOf, ritualSchema, type RitualValues, ritualValues } from './ritual-values';

/** Each sort by its name, and like what it is. */
const SORTS = {
  school: { title: 'An everyday thing', kept: 'everyday thing', like: 'date, weather, a hymn' },
  chore: { title: 'A chore', kept: 'chore', like: 'feed the hens' },
  extra: { title: 'An extra', kept: 'extra', like: 'the museum of boats' },
} as const;

/** A ritual, a chore or an extra: what, with whom, on which days. */
export function RitualForm({
  ritual,
  sort: wanted,
  date: proposed,
  close,
}: {
  ritual: Ritual | undefined;
  /** Of a new one. */
  sort?: RitualSort | undefined;
  /** Of a new extra. */
  date?: IsoDate | undefined;
  close: () => void;
}) {
  const { household, year, today } = useHousehold();
  const sort = ritual ? ritual.sort : wanted;
  const words = SORTS[sort ?? 'school'];
  const commit = useFormCommit();
  const { register, handleSubmit, control, formState } = useForm<RitualValues>({
    resolver: yupResolver(ritualSchema(sort, words.like)),
    defaultValues: ritualValues(ritual, sort, {
      childIds: childrenAhead(household, today).map((c) => c.id),
      teacherId: usualTeacher(household, undefined, today)?.id ?? '',
      weekdays: sort === 'extra' ? [] : (year?.weekdays ?? []),
      date: proposed ?? fromDay(today),
    }),
  });
  const { errors } = formState;
  const [childIds, easier, sheets] = useWatch({ control, name: ['childIds', 'easier', 'sheets'] });
  const easierOnes = easierFor(household.rituals, ritual?.id);
  const atTable = household.enrolments
    .filter((e) => isUnderWay(household, e) || (isTaken(e) && sheets.includes(e.id)))
    .filter((e) => e.childIds.every((id) => childIds.includes(id)))
    .map((e) => ({
      id: e.id,
      name: `${titleOf(household, e.courseId)}, ${takerNames(household, e, today)}`,
    }));
  const keep = handleSubmit(async (v) => {
    const answered = v.sheets.filter((id) => atTable.some((e) => e.id === id));
    const put = ritualOf({ ...v, sheets: answered }, ritual?.id ?? newId(), ritual, sort, fromDay(today));
    if (await commit(`${put.title}: ${words.kept} saved`, [{ table: 'rituals', put }])) close();
  });
  const marked = ritual && household.ritualMarks.some((m) => m.ritualId === ritual.id);
  return (
    <FormDialog title={ritual?.title ?? words.title} close={close} onSubmit={(e) => void keep(e)}>
      <InputField
        label="What"
        fault={errors.title?.message}
        maxLength={120}
        placeholder={words.like}
        {...register('title')}
      />
      <fieldset>
        <legend className="label mb-1">With whom</legend>
        <div className="flex flex-wrap gap-4">
          {childrenAhead(household, today, ritual?.childIds).map((c) => (
            <label key={c.id} className="flex min-h-touch items-center gap-2">
              <input type="checkbox" value={c.id} {...register('childIds')} />
              <ChildName child={c} />
            </label>
          ))}
        </div>
        <Fault of={errors.childIds} />
      </fieldset>
      {sort === 'extra' ? (
        <DateControl label="On" control={control} name="date" fault={errors.date?.message} />
      ) : (
        <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
          <WeekdayControl
            legend="On"
            firstDay={household.settings.firstDay}
            {...(year && sort === undefined ? { among: year.weekdays } : {})}
            control={control}
            name="weekdays"
          />
          <DateControl label="For the last time on (empty: goes on)" control={control} name="until" />
        </div>
      )}
      <div className="grid gap-4 sm:grid-cols-3">
        <NumberField label="Minutes" fault={errors.minutes?.message} {...register('minutes', asNumber)} />
        <SelectField
          label="Led by"
          fault={errors.teacherId?.message}
          options={household.teachers.map((t) => [t.id, t.name] as const)}
          {...register('teacherId')}
        />
        <SelectField
          label="The teacher is"
          options={PRESENCES.map((w) => [w, PRESENCE_WORDS[w]] as const)}
          {...register('presence')}
        />
      </div>
      <TimeControl label="At a fixed time (empty: where it fits)" control={control} name="at" />
      {sort !== 'chore' && (
        <label className="flex min-h-touch items-center gap-2">
          <input type="checkbox" {...register('alone')} />{' '}
          {sort === 'extra'
            ? 'it counts as school'
            : 'it makes a school day by itself (otherwise it counts only on days with other work)'}
        </label>
      )}
      {sort === 'chore' && (
        <p className="text-note text-soft">
          It comes on its weekdays whether school is held or not, before screens and play, and counts towards no
          requirement.
        </p>
      )}
      {sort === undefined && (
        <>
          <label className="flex min-h-touch items-center gap-2">
            <input type="checkbox" {...register('secure')} /> it is secure, and rests until it is wanted again
          </label>
          {easierOnes.length > 0 && (
            <SelectField
              label="While it is too hard, in its place"
              options={[['', 'nothing'], ...easierOnes.map((r) => [r.id, r.title] as const)]}
              {...register('easier')}
            />
          )}
          {easier && (
            <label className="flex min-h-touch items-center gap-2">
              <input type="checkbox" {...register('hard')} /> it is too hard for now: the easier one comes on its days
            </label>
          )}
          <PeopleControl
            legend="A game round the table: everybody answers from their own sheet of"
            people={atTable}
            control={control}
            name="sheets"
          />
          {sheets.length > 0 && (
            <p className="text-note text-soft">
              The day’s {listing(GAME_KINDS.map(kindName))} of these is done by the game, and takes no time of its own.
            </p>
          )}
        </>
      )}
      {ritual &&
        (marked ? (
          <p className="text-aside text-soft">
            It stands in the record, which is kept.{sort !== 'extra' && ' Without any weekday it rests.'}
          </p>
        ) : (
          <button
            type="button"
            className="btn self-start"
            onClick={() =>
              void commit(`${ritual.title} removed`, [{ table: 'rituals', remove: ritual.id }]).then(
                (done) => done && close(),
              )
            }
          >
            Remove it
          </button>
        ))}
    </FormDialog>
  );
}
