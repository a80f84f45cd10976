import { useMemo, useState } from 'react';
import { fromDay, toDay } from '../../core/calendar';
import { checkIn, giveUpLine, letWait, orderLines } from '../../core/deeds';
import { type OpenOrder, readAmount } from '../../core/materials';
import { type BoxWait, boxWaits, waitWords } from '../../core/week';
import { useFormCommit, useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { DateField } from '../ui/date-field';
import { InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';

const WHAT = {
  some: 'Some of it came',
  later: 'It comes on another day',
  never: 'The rest will not come',
} as const;

/** A line of an order that did not come whole: some of it, with what was broken or another edition; later; or never. */
export function CheckIn({ line, close }: { line: OpenOrder; close: () => void }) {
  const { household, today, year } = useHousehold();
  const { plan } = usePlan();
  const commit = useFormCommit();
  const { order, material, open } = line;
  const [what, setWhat] = useState<keyof typeof WHAT>('some');
  const [came, setCame] = useState(String(open));
  const [broken, setBroken] = useState('0');
  const [note, setNote] = useState('');
  const [expected, setExpected] = useState(order.expected ?? '');
  const [fault, setFault] = useState<string>();
  /** Courses that are not to wait for it. */
  const [going, setGoing] = useState<readonly string[]>([]);
  const waits = useMemo(
    () =>
      what === 'later' && plan && year && expected ? boxWaits(household, year, plan, material.id, toDay(expected)) : [],
    [what, plan, year, expected, household, material.id],
  );
  const chosen = waits.filter((w) => w.fault === undefined && !going.includes(w.enrolment.id));
  const keep = async () => {
    if (what === 'never') {
      const done = await commit(`The rest of ${material.name} will not come`, (now) =>
        giveUpLine(now, order.id, today),
      );
      if (done) close();
      return;
    }
    if (what === 'later') {
      if (!expected) return setFault('Say on which day it is expected now.');
      const by = toDay(expected);
      const done = await commit(`${material.name} expected on another day`, (now) => [
        ...orderLines(now, [order.id], { day: today, expected: by }),
        ...(plan && year ? chosen.flatMap((w) => letWait(now, year, plan, w)) : []),
      ]);
      if (done) close();
      return;
    }
    const [n, b] = [readAmount(came) ?? 0, readAmount(broken) ?? Infinity];
    if (n <= 0 || n > open) return setFault(`Say how many came, from 1 to ${open}.`);
    if (b > n) return setFault('No more can be broken than came.');
    const words = note.trim();
    const done = await commit(`${material.name}: ${n} came`, (now) =>
      checkIn(now, [{ orderId: order.id, quantity: n, broken: b, ...(words ? { note: words } : {}) }], today),
    );
    if (done) close();
  };
  return (
    <FormDialog
      title={material.name}
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <fieldset>
        <legend className="label mb-1">What happened</legend>
        {(Object.keys(WHAT) as (keyof typeof WHAT)[]).map((k) => (
          <label key={k} className="flex min-h-touch items-center gap-2">
            <input
              type="radio"
              name="what"
              checked={what === k}
              onChange={() => {
                setWhat(k);
                setFault(undefined);
              }}
            />
            {WHAT[k]}
          </label>
        ))}
      </fieldset>
      {what === 'some' && (
        <div className="grid gap-4 sm:grid-cols-2">
          <InputField
            label="How many came"
            hint={`${open} were expected.`}
            inputMode="decimal"
            value={came}
            onChange={(e) => setCame(e.target.value)}
          />
          <InputField
            label="Broken on the way"
            hint="They are missing still."
            inputMode="decimal"
            value={broken}
            onChange={(e) => setBroken(e.target.value)}
          />
          <InputField
            label="Another edition, or a word"
            box="sm:col-span-2"
            value={note}
            maxLength={200}
            onChange={(e) => setNote(e.target.value)}
          />
        </div>
      )}
      {what === 'later' && (
        <>
          <DateField label="Expected on" value={expected} min={fromDay(today)} onChange={setExpected} />
          <Waits waits={waits} going={going} setGoing={setGoing} />
        </>
      )}
      {fault && (
        <p role="alert" className="font-semibold">
          {fault}
        </p>
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
  setGoing: (ids: readonly string[]) => void;
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
