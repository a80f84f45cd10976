import type { Child } from '../../core/household';

/** Whose the page is: everybody's ('' as value), or one child's. */
export function ChildChoice({
  label,
  among,
  value,
  onChange,
}: {
  label: string;
  among: readonly Child[];
  value: string;
  onChange: (childId: string) => void;
}) {
  return (
    <label className="flex max-w-full min-w-0 items-center gap-2">
      <span className="label flex-none">{label}</span>
      <select className="min-w-0" value={value} onChange={(e) => onChange(e.target.value)}>
        <option value="">everybody</option>
        {among.map((c) => (
          <option key={c.id} value={c.id}>
            {c.name}
          </option>
        ))}
      </select>
    </label>
  );
}
