import type { Material } from '../../core/household';

/** The name of a thing: pressed, it opens the thing. */
export function ThingName({
  material,
  open,
  struck = false,
}: {
  material: Material;
  open: (m: Material) => void;
  struck?: boolean;
}) {
  return (
    // As a flex box it stands on its first line beside what is next to it, however long the name.
    <button
      type="button"
      className={`inline-flex cursor-pointer py-2 text-left wrap-anywhere underline decoration-rule underline-offset-4 hover:decoration-ink ${struck ? 'line-through decoration-1' : ''}`}
      onClick={() => open(material)}
    >
      {material.name}
    </button>
  );
}
