import * as ToggleGroup from '@radix-ui/react-toggle-group';

/** Several ways to show one thing, side by side, one of them pressed: by arrow keys as well as by a press. */
export default function OneOf<T extends string>({
  label,
  value,
  options,
  onChange,
  className = 'btn',
}: {
  label: string;
  value: T;
  options: readonly (readonly [value: T, words: string])[];
  onChange: (value: T) => void;
  className?: string;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      className="flex flex-wrap items-center gap-1"
      value={value}
      // Pressing the pressed one again would leave none.
      onValueChange={(next) => next && onChange(next as T)}
    >
      {options.map(([v, words]) => (
        <ToggleGroup.Item key={v} value={v} className={className}>
          {words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
