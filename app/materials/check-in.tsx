import { yupResolver } from '@hookform/resolvers/yup';
import { useMemo } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { array, object, type ObjectSchema, string } from 'yup';
import { fromDay, isIsoDate, toDay } from '../../core/calendar';
import { checkIn, giveUpLine, letWait, orderLines } from '../../core/deeds';
import { type OpenOrder, readAmount } from '../../core/materials';
import { type BoxWait, boxWaits, waitWords } from '../../core/week';
import { useFormCommit, useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { DateControl } from '../ui/date-control';
import { byFaults } from '../ui/faults';
import { InputField, NumberField, RadioField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';

const WHAT = {
  some: 'Some of it came',
  later: 'It comes on another day',
  never: 'The rest will not come',
} as const;

interface Values {
  what: keyof typeof WHAT;
  came: string;
  broken: string;
  note: string;
  expected: string;
  /** Courses that are not to wait for it. */
  going: string[];
}
/** @param open so many are still to come */
const schema = (open: number): ObjectSchema<Values> =>
  object({
    what: string()
      .oneOf(Object.keys(WHAT) as Values['what'][])
      .required(),
    came: string().defined(),
    broken: string().defined(),
    note: string().trim().max(200, 'Keep it under 200 letters.').defined(),
    expected: string()
      .defined()
      .when('what', {
        is: 'later',
        then: (s) => s.test('day', 'Say on which day it is expected now.', isIsoDate),
      }),
    going: array().of(string().required()).required(),
  }).test(
    'amounts',
    byFaults<Values>(({ what, came, broken }) => {
      if (what !== 'some') return undefined;
      const [n, b] = [readAmount(came) ?? 0, readAmount(broken) ?? Infinity];
      if (n <= 0 || n > open) return { came: `Say how many came, from 1 to ${open}.` };
      return b > n ? { broken: 'No more can be broken than came.' } : undefined;
    }),
  );

/** A line of an order that did not come whole: some of it, with what was broken or another edition; later; or never. */
export function CheckIn({ line, close }: { line: OpenOrder; close: () => void }) {
  const { household, today, year } = useHousehold();
  const { plan } = usePlan();
  const commit = useFormCommit();
  const { order, material, open } = line;
  const { register, handleSubmit, control, formState } = useForm<Values>({
    resolver: yupResolver(schema(open)),
    defaultValues: {
      what: 'some',
      came: String(open),
      broken: '0',
      note: '',
      expected: order.expected ?? '',
      going: [],
    },
  });
  const { errors } = formState;
  const [what, expected, going] = useWatch({ control, name: ['what', 'expected', 'going'] });
  const waits = useMemo(
    () =>
      what === 'later' && plan && year && isIsoDate(expected)
        ? boxWaits(household, year, plan, material.id, toDay(expected))
        : [],
    [what, plan, year, expected, household, material.id],
  );
  const chosen = waits.filter((w) => w.fault === undefined && !going.includes(w.enrolment.id));
  const store = (v: Values): Promise<boolean> => {
    switch (v.what) {
      case 'never':
        return commit(`The rest of ${material.name} will not come`, (now) => giveUpLine(now, order.id, today));
      case 'later':
        return commit(`${material.name} expected on another day`, (now) => [
          ...orderLines(now, [order.id], { day: today, expected: toDay(v.expected) }),
          ...(plan && year ? chosen.flatMap((w) => letWait(now, year, plan, w)) : []),
        ]);
      case 'some': {
        const [quantity, broken] = [readAmount(v.came)!, readAmount(v.broken)!];
        const line = { orderId: order.id, quantity, broken, ...(v.note ? { note: v.note } : {}) };
        return commit(`${material.name}: ${quantity} came`, (now) => checkIn(now, [line], today));
      }
    }
  };
  const keep = handleSubmit(async (v) => {
    if (await store(v)) close();
  });
  return (
    <FormDialog title={material.name} close={close} onSubmit={(e) => void keep(e)}>
      <RadioField legend="What happened" options={Object.entries(WHAT)} {...register('what')} />
      {what === 'some' && (
        <div className="grid gap-4 sm:grid-cols-2">
          <NumberField
            decimal
            label="How many came"
            hint={`${open} were expected.`}
            fault={errors.came?.message}
            {...register('came')}
          />
          <NumberField
            decimal
            label="Broken on the way"
            hint="They are missing still."
            fault={errors.broken?.message}
            {...register('broken')}
          />
          <InputField
            label="Another edition, or a word"
            box="sm:col-span-2"
            fault={errors.note?.message}
            maxLength={200}
            {...register('note')}
          />
        </div>
      )}
      {what === 'later' && (
        <>
          <DateControl
            label="Expected on"
            min={fromDay(today)}
            control={control}
            name="expected"
            fault={errors.expected?.message}
          />
          <Controller
            control={control}
            name="going"
            render={({ field }) => <Waits waits={waits} going={field.value} setGoing={field.onChange} />}
          />
        </>
      )}
    </FormDialog>
  );
}

/** What would have to wait for it, and what that does; each can go on without it. */
function Waits({
  waits,
  going,
  setGoing,
}: {
  waits: readonly BoxWait[];
  going: readonly string[];
  setGoing: (ids: string[]) => void;
}) {
  const { household, today } = useHousehold();
  if (waits.length === 0) return null;
  return (
    <fieldset>
      <legend className="label mb-1">What waits for it</legend>
      {waits.map((w) => {
        const { id } = w.enrolment;
        return (
          <label key={id} className="flex min-h-touch items-center gap-2">
            <input
              type="checkbox"
              disabled={w.fault !== undefined}
              checked={w.fault === undefined && !going.includes(id)}
              onChange={(e) => setGoing(e.target.checked ? going.filter((x) => x !== id) : [...going, id])}
            />
            <span>{waitWords(household, household.settings.dateStyle, w, today)}</span>
          </label>
        );
      })}
    </fieldset>
  );
}
