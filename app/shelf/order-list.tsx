import { ArrowDown, ArrowUp } from 'lucide-react';

/** A list whose lines change places by their arrows. */
export function OrderList({
  items,
  move,
}: {
  items: { id: string; name: string; after?: React.ReactNode }[];
  move: (from: number, to: number) => void;
}) {
  return (
    <ol className="border-t border-rule">
      {items.map((item, i) => (
        <li key={item.id} className="flex items-center gap-1 border-b border-rule">
          <span className="w-8 text-right text-soft">{i + 1}</span>
          <span className="min-w-0 flex-1 px-2 wrap-anywhere">{item.name}</span>
          <button
            type="button"
            className="btn btn-quiet"
            aria-label={`${item.name} earlier`}
            disabled={i === 0}
            onClick={() => move(i, i - 1)}
          >
            <ArrowUp size={16} aria-hidden="true" />
          </button>
          <button
            type="button"
            className="btn btn-quiet"
            aria-label={`${item.name} later`}
            disabled={i === items.length - 1}
            onClick={() => move(i, i + 1)}
          >
            <ArrowDown size={16} aria-hidden="true" />
          </button>
          {item.after}
        </li>
      ))}
    </ol>
  );
}

/** The list with one entry moved to another place. */
export function moved<T>(list: readonly T[], from: number, to: number): T[] {
  const next = [...list];
  const [item] = next.splice(from, 1);
  next.splice(to, 0, item!);
  return next;
}
