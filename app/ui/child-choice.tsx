import { useHousehold } from '../shell/household';

/** Whose the page is: everybody's ('' as value), or one child's. */
export function ChildChoice({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (childId: string) => void;
}) {
  const { household } = useHousehold();
  return (
    <label className="flex max-w-full min-w-0 items-center gap-2">
      <span className="label flex-none">{label}</span>
      <select className="min-w-0" value={value} onChange={(e) => onChange(e.target.value)}>
        <option value="">everybody</option>
        {household.children.map((c) => (
          <option key={c.id} value={c.id}>
            {c.name}
          </option>
        ))}
      </select>
    </label>
  );
}
