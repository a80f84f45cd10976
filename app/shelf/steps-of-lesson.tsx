import { kindName } from '../../core/course';
import { type Kind, KINDS } from '../../core/household';
import { WholeField } from '../ui/whole-field';

export type Counts = Record<Kind, number>;
export const noSteps = (some: Partial<Counts> = {}): Counts => ({
  ...(Object.fromEntries(KINDS.map((k) => [k, 0])) as Counts),
  ...some,
});
export const asPattern = (counts: Counts) => KINDS.map((kind) => ({ kind, count: counts[kind] }));

/** How many steps of each kind a lesson has, in one row of small fields. */
export function StepsOfLesson({ value, onChange }: { value: Counts; onChange: (value: Counts) => void }) {
  return (
    <fieldset>
      <legend className="label mb-1">Each lesson has so many steps to</legend>
      <div className="flex flex-wrap gap-x-3 gap-y-2">
        {KINDS.map((k) => (
          <WholeField
            key={k}
            label={kindName(k)}
            box="w-[84px]"
            least={0}
            most={50}
            value={value[k]}
            onChange={(n) => onChange({ ...value, [k]: n })}
          />
        ))}
      </div>
    </fieldset>
  );
}
