import { type PointerEvent, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Day } from '../../core/calendar';
import type { Overview } from '../../core/overview';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';
import { keepPin } from '../ui/keep-pin';
import { type Held, RowsDrawing, type Span } from './rows-drawing';
import { useMovedPlan } from './use-moved-plan';
import { WhatGives } from './what-gives';

/** Pixels after which a press on a unit is a drag. */
const FAR = 5;

/**
 * The year drawing with its units to be dragged along the weeks. While one is held over a week, what would give is
 * worked out and said below; it is kept on letting go, and Escape puts it back.
 */
export function RowsDrag({
  view,
  span,
  today,
  open,
  choose,
}: {
  view: Overview;
  span: Span;
  today: Day;
  open: string | undefined;
  choose: (enrolmentId: string) => void;
}) {
  const { household, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const [held, setHeld] = useState<Held & { at: number; from: number; scrolled: number }>();
  const frame = useRef<HTMLDivElement>(null);
  const { from: first, to: end, week, label } = span;
  const weekAt = useCallback(
    (clientX: number) => {
      const svg = frame.current!.querySelector('.rows-weeks')!;
      const i = first + Math.floor((clientX - svg.getBoundingClientRect().left) / week);
      return Math.max(first, Math.min(end - 1, i));
    },
    [first, end, week],
  );
  const asked = useMemo(
    () =>
      held && held.at !== held.from
        ? { row: held.row, unit: held.unit.unit, week: view.weeks[held.at]!.start }
        : undefined,
    [held, view.weeks],
  );
  const { wish, after, failed } = useMovedPlan(asked);
  /** What the listeners below see: the newest wish, not the one of the moment of the press. */
  const newest = useRef(wish);
  useEffect(() => {
    newest.current = wish;
  }, [wish]);

  const grip = useCallback(
    (unit: Held, e: PointerEvent) => {
      if (e.button !== 0) return;
      e.preventDefault();
      const begins = unit.unit.from ?? 0;
      const from = view.weeks.findIndex((w) => begins >= w.start && begins < w.start + 7);
      const grabbed = weekAt(e.clientX);
      const x0 = e.clientX;
      let dragging = false;
      const move = (m: globalThis.PointerEvent) => {
        dragging ||= Math.abs(m.clientX - x0) > FAR;
        if (!dragging) return;
        const at = Math.max(0, Math.min(view.weeks.length - 1, from + weekAt(m.clientX) - grabbed));
        setHeld((was) =>
          was?.at === at ? was : { ...unit, from, at, scrolled: frame.current!.firstElementChild!.scrollLeft },
        );
      };
      const stop = (keep: boolean) => {
        window.removeEventListener('pointermove', move);
        window.removeEventListener('pointerup', up);
        window.removeEventListener('pointercancel', cancel);
        window.removeEventListener('keydown', key, true);
        const pin = newest.current;
        if (keep && dragging && pin && 'pin' in pin)
          void keepPin(commit, unit.unit.unit.title || unit.row.title, pin.pin, style);
        setHeld(undefined);
      };
      const up = () => stop(true);
      const cancel = () => stop(false);
      const key = (k: KeyboardEvent) => {
        if (k.key !== 'Escape') return;
        k.preventDefault();
        k.stopPropagation();
        stop(false);
      };
      window.addEventListener('pointermove', move);
      window.addEventListener('pointerup', up);
      window.addEventListener('pointercancel', cancel);
      window.addEventListener('keydown', key, true);
    },
    [view.weeks, weekAt, commit, style],
  );
  return (
    <div className="relative" ref={frame}>
      <RowsDrawing view={view} span={span} today={today} open={open} choose={choose} grip={grip} />
      {held && (
        <svg
          aria-hidden="true"
          className="rows-drawing pointer-events-none absolute top-0 left-0 overflow-visible"
          width={1}
          height={1}
        >
          <rect
            x={label + (held.at - first) * week - held.scrolled}
            y={held.y}
            width={held.width}
            height={32}
            className="rows-ghost"
          />
        </svg>
      )}
      {held && (
        <div
          role="status"
          className="fixed right-4 bottom-16 z-20 w-96 max-w-[calc(100vw-2rem)] border border-ink bg-sheet p-3 text-aside"
        >
          <p className="font-semibold">
            {held.unit.unit.title || held.row.title}: week of {shortDate(style, view.weeks[held.at]!.start, today)}
          </p>
          {!wish ? (
            'where it stands'
          ) : 'fault' in wish ? (
            wish.fault
          ) : (
            <WhatGives wish={wish} after={after} failed={failed} />
          )}
          <p className="pt-1 text-soft">Let go to keep it there; escape puts it back.</p>
        </div>
      )}
    </div>
  );
}
