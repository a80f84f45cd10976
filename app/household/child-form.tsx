import { yupResolver } from '@hookform/resolvers/yup';
import { putChild, stayFault } from '../../core/deeds';
import { useMemo } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { boolean, mixed, number, object, type ObjectSchema, string } from 'yup';
import { ageOn, fromDay, isIsoDate } from '../../core/calendar';
import {
  type Child,
  COLOURS,
  type Colour,
  type Household,
  ORNAMENTS,
  type Ornament as OrnamentName,
  withRow,
} from '../../core/household';
import { readTags, TOOLS_FROM } from '../../core/materials';
import { useFormCommit, useHousehold } from '../shell/household';
import { useReach } from '../year/effect-lines';
import { Field, InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { Ornament } from '../ui/ornament';
import { COLOUR_WORDS } from '../ui/words';
import { newId } from '../ui/id';
import { DateControl } from '../ui/date-control';
import { tip } from '../ui/tip';

interface Values {
  name: string;
  born: string;
  colour: Colour;
  ornament: OrnamentName;
  minutesPerDay: number;
  attention?: number | undefined;
  from?: string | undefined;
  until?: string | undefined;
  mouths: Mouths;
  allergies: string;
  tools: boolean;
}
const MOUTHS = { usual: 'as is usual for the age', yes: 'yes', no: 'no longer' } as const;
type Mouths = keyof typeof MOUTHS;

const STAY = [
  { name: 'from', label: 'With you from', hint: 'Empty: from the start. No day before it is asked about.' },
  { name: 'until', label: 'With you until', hint: 'A last day ends its own courses; every record is kept.' },
] as const;
const stayDay = string().test('day', 'Give a day that exists, or leave it empty.', (v) => !v || isIsoDate(v));
const schema = (today: string): ObjectSchema<Values> =>
  object({
    name: string().trim().required('Give the child a name.').max(80, 'Keep the name under 80 letters.'),
    born: string()
      .required('Give the birth date.')
      .test('day', 'Give the birth date as a day that exists.', (v) => isIsoDate(v))
      .test('past', 'The birth date lies in the future.', (v) => v <= today)
      .test('old', 'The birth date lies more than 30 years back.', (v) => !isIsoDate(v) || ageOn(v, today) <= 30),
    colour: string().oneOf(COLOURS).required(),
    ornament: string().oneOf(ORNAMENTS).required(),
    minutesPerDay: number()
      .typeError('Give the minutes as a number.')
      .integer('Give whole minutes.')
      .min(0, 'Minutes cannot be below 0.')
      .max(720, 'A school day of more than 720 minutes is not planned.')
      .required('Give the minutes.'),
    from: stayDay,
    until: stayDay.test('order', 'The last day comes before the first.', function (until) {
      return stayFault({ from: (this.parent as Values).from, until }) === undefined;
    }),
    attention: number()
      .typeError('Give the minutes as a number.')
      .integer('Give whole minutes.')
      .min(1, 'Minutes of attention cannot be below 1.')
      .max(600, 'More than 600 minutes is no limit: leave it empty.')
      .optional(),
    mouths: mixed<Mouths>().defined(),
    allergies: string().defined().max(2000),
    tools: boolean().defined(),
  });

export function ChildForm({ child, close }: { child: Child | undefined; close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const free = <T extends string>(all: readonly T[], used: T[]) => all.find((x) => !used.includes(x)) ?? all[0]!;
  const { register, handleSubmit, control, formState } = useForm<Values>({
    resolver: yupResolver(schema(fromDay(today))),
    defaultValues: {
      ...(child ?? {
        name: '',
        born: '',
        colour: free(
          COLOURS,
          household.children.map((c) => c.colour),
        ),
        ornament: free(
          ORNAMENTS,
          household.children.map((c) => c.ornament),
        ),
        minutesPerDay: 180,
      }),
      mouths: child?.mouths === undefined ? 'usual' : child.mouths ? 'yes' : 'no',
      allergies: (child?.allergies ?? []).join(', '),
      tools: child?.tools ?? false,
    },
  });
  const { errors } = formState;
  const [colour, ornament] = useWatch({ control, name: ['colour', 'ornament'] });
  const stay = useWatch({ control, name: ['born', 'from', 'until', 'minutesPerDay'] });
  const after = useMemo((): Household | undefined => {
    const [born, from, until, minutesPerDay] = stay;
    if (!child || !isIsoDate(born) || [from, until].some((d) => d && !isIsoDate(d))) return undefined;
    const { from: _f, until: _u, ...rest } = child;
    const own = {
      ...rest,
      born,
      minutesPerDay: minutesPerDay || 0,
      ...(from ? { from } : {}),
      ...(until ? { until } : {}),
    };
    return { ...household, children: withRow(household.children, own) };
  }, [stay, child, household]);
  const reach = useReach(after);
  const keep = handleSubmit(async ({ mouths, allergies, tools, ...v }) => {
    // An empty field is no field.
    if (v.attention === undefined) delete v.attention;
    if (!v.from) delete v.from;
    if (!v.until) delete v.until;
    const { yields } = child ?? {};
    const allergic = readTags(allergies);
    const put = {
      id: child?.id ?? newId(),
      ...(yields ? { yields } : {}),
      ...v,
      ...(mouths === 'usual' ? {} : { mouths: mouths === 'yes' }),
      ...(allergic.length > 0 ? { allergies: allergic } : {}),
      ...(tools ? { tools } : {}),
    } as Child;
    if (await commit(`${v.name} ${child ? 'changed' : 'added'}`, (now) => putChild(now, put, today))) close();
  });
  return (
    <FormDialog
      title={child ? child.name : 'A child'}
      close={close}
      onSubmit={(e) => void keep(e)}
      reach={reach}
      remove={child && { table: 'children', id: child.id, name: child.name }}
    >
      <InputField label="Name" fault={errors.name?.message} {...register('name')} autoComplete="off" />
      <DateControl label="Born" fault={errors.born?.message} control={control} name="born" />
      <fieldset>
        <legend className="label mb-1">Sign</legend>
        <div className="flex flex-wrap gap-1">
          {ORNAMENTS.map((o) => (
            <label
              key={o}
              className="btn !px-2.5 has-checked:border-2 has-checked:border-ink has-focus-visible:outline-3"
              {...tip(o)}
            >
              <input type="radio" value={o} {...register('ornament')} className="sr-only" aria-label={o} />
              <Ornament name={o} colour={colour} size={24} />
            </label>
          ))}
        </div>
      </fieldset>
      <fieldset>
        <legend className="label mb-1">Colour</legend>
        <div className="flex flex-wrap gap-1">
          {COLOURS.map((c) => (
            <label
              key={c}
              className="btn !px-2.5 has-checked:border-2 has-checked:border-ink has-focus-visible:outline-3"
            >
              <input type="radio" value={c} {...register('colour')} className="sr-only" aria-label={COLOUR_WORDS[c]} />
              <Ornament name={ornament} colour={c} size={20} /> {COLOUR_WORDS[c]}
            </label>
          ))}
        </div>
      </fieldset>
      <InputField
        label="Minutes of school on a full day"
        hint="The plan tries not to ask for more."
        fault={errors.minutesPerDay?.message}
        type="number"
        className="w-32"
        {...register('minutesPerDay', { valueAsNumber: true })}
      />
      <InputField
        label="Minutes of attention at one go"
        hint="Longer work is cut into pieces. Empty: years of age and two up to the age of eight, then no limit."
        fault={errors.attention?.message}
        type="number"
        className="w-32"
        {...register('attention', { setValueAs: (v) => (v === '' || v === undefined ? undefined : Number(v)) })}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        {STAY.map(({ name, label, hint }) => (
          <DateControl
            key={name}
            label={label}
            hint={hint}
            fault={errors[name]?.message}
            control={control}
            name={name}
          />
        ))}
      </div>
      <fieldset className="flex flex-col gap-3 border-t border-rule pt-3">
        <legend className="label">Near the things of the shelf</legend>
        <Field label="Puts things in the mouth" hint="Small parts and magnets are kept away from who does.">
          {(p) => (
            <select {...p} {...register('mouths')}>
              {(Object.keys(MOUTHS) as Mouths[]).map((m) => (
                <option key={m} value={m}>
                  {MOUTHS[m]}
                </option>
              ))}
            </select>
          )}
        </Field>
        <InputField label="Allergic to" hint="Between commas. Always read the label too." {...register('allergies')} />
        <label className="flex min-h-[44px] items-center gap-2">
          <input type="checkbox" {...register('tools')} /> may use blades and heat with an adult near, from {TOOLS_FROM}{' '}
          years on
        </label>
      </fieldset>
    </FormDialog>
  );
}
