import { useState } from 'react';
import { extraOfManual, MANUAL_EXTRAS, type ManualExtra } from '../../core/deeds';
import { childrenOf } from '../../core/household';
import type { ReadingLine } from '../../core/sitdown';
import { useFormCommit, useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { newId } from '../ui/id';
import { listing } from '../ui/words';

/** Something of the manual that is worth doing: what it is, and what it becomes. */
export function ManualExtraForm({ line, close }: { line: ReadingLine; close: () => void }) {
  const { household, today } = useHousehold();
  const commit = useFormCommit();
  const [words, setWords] = useState('');
  const [as, setAs] = useState<ManualExtra>('step');
  const [minutes, setMinutes] = useState('15');
  const [faults, setFaults] = useState<{ words?: string; minutes?: string }>({});
  const names = listing(childrenOf(household, line.enrolment).map((c) => c.name));
  const becomes: Record<ManualExtra, string> = {
    step: `a step of ${line.lesson.title} that may be left out, for everybody who takes ${line.title}`,
    extra: `an extra on ${dayAndDate(household.settings.dateStyle, line.day, today)}, for ${names}`,
    thing: `a thing that ${line.lesson.title} needs, for the week’s box`,
  };
  const keep = async () => {
    const n = Number(minutes);
    const wrong = {
      ...(words.trim() ? {} : { words: 'Say what it is, like “the boat of a walnut shell”.' }),
      ...(as === 'thing' || (Number.isInteger(n) && n >= 1 && n <= 600)
        ? {}
        : { minutes: 'Give whole minutes from 1 to 600.' }),
    };
    setFaults(wrong);
    if (Object.keys(wrong).length > 0) return;
    const done = await commit(`${words.trim()}: chosen from the manual`, (now) =>
      extraOfManual(now, line, { words, as, minutes: n }, newId),
    );
    if (done) close();
  };
  return (
    <FormDialog
      title={`Worth doing: ${line.title}, ${line.lesson.title}`}
      close={close}
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <InputField
        label="What the manual has"
        placeholder="the boat of a walnut shell"
        maxLength={120}
        fault={faults.words}
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      <fieldset>
        <legend className="label mb-1">It becomes</legend>
        {MANUAL_EXTRAS.map((x) => (
          <label key={x} className="flex min-h-touch items-center gap-2">
            <input type="radio" name="becomes" checked={as === x} onChange={() => setAs(x)} />
            {becomes[x]}
          </label>
        ))}
      </fieldset>
      {as !== 'thing' && (
        <InputField
          label="Minutes"
          inputMode="numeric"
          className="w-24"
          fault={faults.minutes}
          value={minutes}
          onChange={(e) => setMinutes(e.target.value)}
        />
      )}
    </FormDialog>
  );
}
