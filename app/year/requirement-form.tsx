import { yupResolver } from '@hookform/resolvers/yup';
import { useForm, useWatch } from 'react-hook-form';
import { object, type ObjectSchema, string } from 'yup';
import { PRESETS, presetOf, requirementOf, requirementWords } from '../../core/attendance';
import { byId, type Requirement, type SchoolYear } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { NumberField, RadioField, SelectField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';

/** Many laws begin at five or six; until a figure is entered the youngest are left out of it (common practice). */
const firstWish = (stored: Requirement): Requirement =>
  stored.days === undefined && stored.hours === undefined && stored.fromAge === undefined
    ? { ...stored, fromAge: 5 }
    : stored;

interface Values {
  /** Empty: everybody without a figure of their own. */
  who: string;
  preset: string;
  /** Empty: nothing is asked. */
  days: string;
  hours: string;
  fromAge: string;
  meets: Requirement['meets'];
}
const upTo = (most: number, words: string) =>
  string()
    .defined()
    .test('whole', words, (v) => v === '' || (/^\d+$/.test(v) && Number(v) <= most));
const schema: ObjectSchema<Values> = object({
  who: string().defined(),
  preset: string().defined(),
  days: upTo(366, 'Give the days as a whole number from 0 to 366.'),
  hours: upTo(8784, 'Give the hours as a whole number from 0 to 8784.'),
  fromAge: upTo(18, 'Give the age in whole years, from 0 to 18.'),
  meets: string()
    .oneOf(['both', 'either'] as const)
    .required(),
});
const valuesOf = (who: string, { preset = '', days, hours, fromAge, meets }: Requirement): Values => ({
  ...{ who, preset, meets },
  ...{ days: days?.toString() ?? '', hours: hours?.toString() ?? '', fromAge: fromAge?.toString() ?? '' },
});
const wishOf = ({ preset, days, hours, fromAge, meets }: Values): Requirement => ({
  ...(days === '' ? {} : { days: Number(days) }),
  ...(hours === '' ? {} : { hours: Number(hours) }),
  ...(fromAge === '' ? {} : { fromAge: Number(fromAge) }),
  meets,
  ...(preset === '' ? {} : { preset }),
});

/** What a year must hold, for everybody or for one child: a preset that names its rule, or the household's own figure. */
export function RequirementForm({ year, close }: { year: SchoolYear; close: () => void }) {
  const { household } = useHousehold();
  const commit = useFormCommit();
  const { register, handleSubmit, control, formState, reset, setValue } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: valuesOf('', firstWish(year.requirement)),
  });
  const { errors } = formState;
  const values = useWatch({ control }) as Values;
  const { who } = values;
  const wish = wishOf(values);
  const preset = presetOf(wish);
  const choose = (childId: string) => {
    const child = byId(household.children, childId);
    reset(valuesOf(childId, child ? requirementOf(year, child) : firstWish(year.requirement)));
  };
  // With another figure it is no longer the published rule's; the age is the household's own in any case.
  const own = { onChange: () => setValue('preset', '') };
  const name = byId(household.children, who)?.name;
  const store = async (make: (stored: SchoolYear) => SchoolYear, words: string) => {
    const done = await commit(words, (now) => {
      const stored = byId(now.years, year.id);
      return stored ? [{ table: 'years', put: make(stored) }] : [];
    });
    if (done) close();
  };
  const keep = handleSubmit((v) => {
    const requirement = wishOf(v);
    return store(
      (stored) =>
        who
          ? { ...stored, own: [...stored.own.filter((o) => o.childId !== who), { childId: who, requirement }] }
          : { ...stored, requirement },
      `required${name ? ` of ${name}` : ''}: ${requirementWords(requirement)}`,
    );
  });
  return (
    <FormDialog title="What is required" close={close} onSubmit={(e) => void keep(e)}>
      <SelectField
        label="Of whom"
        options={[
          ['', 'everybody without a figure of their own'],
          ...household.children.map(
            (c) => [c.id, `${c.name}${year.own.some((o) => o.childId === c.id) ? ' (own figure)' : ''}`] as const,
          ),
        ]}
        {...register('who', { onChange: (e: { target: { value: string } }) => choose(e.target.value) })}
      />
      <SelectField
        label="By a published rule"
        hint={
          preset
            ? `${preset.source}${preset.note ? `: ${preset.note}` : ''}. From memory: check your own law.`
            : 'All of them from memory: check your own law. Many places ask for nothing.'
        }
        options={[
          ['', 'our own figure, or none'],
          ...PRESETS.map((x) => [x.id, `${x.name}: ${requirementWords(x.requirement)}`] as const),
        ]}
        {...register('preset', {
          onChange: (e: { target: { value: string } }) => {
            const { value } = e.target;
            const found = PRESETS.find((x) => x.id === value);
            const asked: Requirement = found ? { ...found.requirement, preset: found.id } : { meets: 'both' };
            reset({ ...valuesOf(who, asked), fromAge: values.fromAge });
          },
        })}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        <NumberField
          label="School days"
          hint="Empty: not counted against anything."
          fault={errors.days?.message}
          {...register('days', own)}
        />
        <NumberField label="Hours" fault={errors.hours?.message} {...register('hours', own)} />
      </div>
      {!who && (
        <NumberField
          label="Of children from this age on, years"
          hint="Age on the first day of the year. Empty: of everybody, the youngest too."
          fault={errors.fromAge?.message}
          className="w-28"
          {...register('fromAge')}
        />
      )}
      {wish.days !== undefined && wish.hours !== undefined && (
        <RadioField
          row
          legend="Of the two"
          options={[
            ['both', 'both must be met'],
            ['either', 'either will do'],
          ]}
          {...register('meets', own)}
        />
      )}
      <p className="text-aside text-soft">
        A day counts once something is marked on it. Hours are the minutes marked, else those planned for the step.
      </p>
      {who && year.own.some((o) => o.childId === who) && (
        <button
          type="button"
          className="btn self-start"
          onClick={() =>
            void store(
              (stored) => ({ ...stored, own: stored.own.filter((o) => o.childId !== who) }),
              `${name}: the same is required as of everybody`,
            )
          }
        >
          The same as everybody
        </button>
      )}
    </FormDialog>
  );
}
