import type { ReactNode } from 'react';
import type { Child, Colour, Ornament as OrnamentName } from '../../core/household';

/** Printer's ornaments, drawn on a 24-unit square, told apart by outline alone. */
const DRAWINGS: Record<OrnamentName, ReactNode> = {
  leaf: <path d="M12 22V11M12 2c5 3 7 7 5 11-1.500 2.500-3.500 3-5 3s-3.500-.500-5-3c-2-4 0-8 5-11Z" />,
  star: <path d="m12 2 2.600 7.400L22 12l-7.400 2.600L12 22l-2.600-7.400L2 12l7.400-2.600Z" />,
  wheel: (
    <path
      d="M12 3a9 9 0 1 0 0 18 9 9 0 0 0 0-18Zm0 0v18M3 12h18M5.600 5.600l12.800 12.800M18.400 5.600 5.600 18.400"
      fill="none"
    />
  ),
  bell: <path d="M12 3c4 0 6 3 6 8v4l2 3H4l2-3v-4c0-5 2-8 6-8Zm-2 17a2 2 0 0 0 4 0" />,
  fish: <path d="M2 12c4-6 11-6 15-1l5-4v10l-5-4c-4 5-11 5-15-1Z" />,
  acorn: <path d="M5 9c0-3 3-4 7-4s7 1 7 4H5Zm1.500 2h11c0 6-3 9-5.500 10-2.500-1-5.500-4-5.500-10ZM12 5V2" />,
  moon: <path d="M15 3a9 9 0 1 0 6 12A8 8 0 0 1 15 3Z" />,
  knot: <path d="M8 8a4 4 0 1 1 4 4 4 4 0 1 1-4 4M16 8a4 4 0 1 0-4 4 4 4 0 1 0 4 4" fill="none" />,
};

/** Tailwind must see whole class names, so each colour is spelt out. */
const TEXT: Record<Colour, string> = {
  woad: 'text-woad',
  weld: 'text-weld',
  moss: 'text-moss',
  plum: 'text-plum',
  umber: 'text-umber',
  slate: 'text-slate',
  teal: 'text-teal',
  heather: 'text-heather',
};

export function Ornament({ name, colour, size = 18 }: { name: OrnamentName; colour: Colour; size?: number }) {
  return (
    <svg
      className={`inline-block flex-none ${TEXT[colour]}`}
      width={size}
      height={size}
      viewBox="0 0 24 24"
      fill="currentColor"
      stroke="currentColor"
      strokeWidth="2"
      strokeLinejoin="round"
      strokeLinecap="round"
      aria-hidden="true"
    >
      {DRAWINGS[name]}
    </svg>
  );
}

/** A child's ornament and name, the same everywhere. */
export function ChildName({ child, size }: { child: Child; size?: number }) {
  return (
    <span className="inline-flex max-w-full min-w-0 items-center gap-1.5">
      <Ornament name={child.ornament} colour={child.colour} {...(size ? { size } : {})} />
      <span className="min-w-0 wrap-anywhere">{child.name}</span>
    </span>
  );
}
