/** Some of a few: children, teachers, kinds of work. */
export function PeoplePicker<T extends string>({
  legend,
  people,
  value,
  onChange,
}: {
  legend: string;
  people: readonly { id: T; name: string }[];
  value: readonly T[];
  onChange: (ids: T[]) => void;
}) {
  if (people.length === 0) return null;
  return (
    <fieldset>
      <legend className="label mb-1">{legend}</legend>
      <div className="flex flex-wrap gap-1">
        {people.map((p) => (
          <label
            key={p.id}
            className="btn has-checked:border-ink has-checked:bg-ink has-checked:text-sheet has-focus-visible:outline-3 has-focus-visible:outline-offset-2 !px-3"
          >
            <input
              type="checkbox"
              className="sr-only"
              checked={value.includes(p.id)}
              onChange={(e) => onChange(e.target.checked ? [...value, p.id] : value.filter((v) => v !== p.id))}
            />
            {p.name}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
