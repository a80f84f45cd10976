import { kindName } from '../../core/course';
import { type Kind, KINDS } from '../../core/household';

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
          <label key={k} className="flex w-[84px] flex-col">
            <span className="text-aside">{kindName(k)}</span>
            <input
              type="number"
              min={0}
              max={50}
              value={value[k]}
              onChange={(e) => {
                const n = Math.round(Number(e.target.value));
                onChange({ ...value, [k]: Math.min(50, Math.max(0, Number.isFinite(n) ? n : 0)) });
              }}
            />
          </label>
        ))}
      </div>
    </fieldset>
  );
}
