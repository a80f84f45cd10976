import type { Effect } from '../../core/attendance';
import type { Day, Paint } from '../../core/calendar';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { InputField } from '../ui/field';
import { EffectLines } from './effect-lines';
import type { Sweep } from './almanac';
import { tip } from '../ui/tip';
import { WholeField } from '../ui/whole-field';

export type Tool = 'look' | Paint['kind'];
export interface Brush {
  tool: Tool;
  label: string;
  share: number;
}

const TOOLS: [Tool, string, string][] = [
  ['look', 'Look', 'a press only says what a day is'],
  ['close', 'Close', 'no school'],
  ['open', 'Open', 'a school day; a Saturday pressed by itself becomes an extra one'],
  ['light', 'Lighten', 'fewer hours that day'],
  ['catch-up', 'Catch up', 'kept free; planned only for courses that would not end in time'],
];

/** The paint that a brush puts on days; undefined while it only looks. */
export function paintOf({ tool, label, share }: Brush): Paint | undefined {
  if (tool === 'look') return undefined;
  if (tool === 'close') return { kind: 'close', label: label.trim() };
  return tool === 'light' ? { kind: 'light', share } : { kind: tool };
}

/** What was done to the days, for the line at the foot of the page. */
export function sweepWords(brush: Brush, span: string): string {
  if (brush.tool === 'close') return `${span} closed${brush.label.trim() ? ` (${brush.label.trim()})` : ''}`;
  if (brush.tool === 'open') return `${span} opened`;
  return brush.tool === 'light' ? `${span} made light` : `${span} kept to catch up on`;
}

/** What a press or a sweep makes of days, and what it would do, before it is let go. */
export function BrushPanel({
  brush,
  setBrush,
  sweep,
  effect,
  keep,
  leave,
}: {
  brush: Brush;
  setBrush: (brush: Brush) => void;
  sweep: Sweep | undefined;
  effect: Effect | undefined;
  keep: () => void;
  leave: () => void;
}) {
  const { household } = useHousehold();
  const style = household.settings.dateStyle;
  const [a, b]: [Day, Day] = sweep ? [Math.min(sweep.from, sweep.to), Math.max(sweep.from, sweep.to)] : [0, 0];
  return (
    <section aria-label="Change days" className="flex flex-col gap-3 print:hidden">
      <fieldset>
        <legend className="label mb-1">Pressing or dragging will</legend>
        <div className="flex flex-wrap gap-1">
          {TOOLS.map(([tool, word, meaning]) => (
            <label
              key={tool}
              {...tip(meaning)}
              className="btn has-checked:border-ink has-checked:bg-ink has-checked:text-sheet has-focus-visible:outline-3 has-focus-visible:outline-offset-2 !px-3"
            >
              <input
                type="radio"
                name="tool"
                className="sr-only"
                checked={brush.tool === tool}
                onChange={() => setBrush({ ...brush, tool })}
              />
              {word}
            </label>
          ))}
        </div>
        <p className="pt-1 text-note text-soft">{TOOLS.find(([t]) => t === brush.tool)![2]}</p>
      </fieldset>
      {brush.tool === 'close' && (
        <InputField
          label="What for"
          value={brush.label}
          maxLength={80}
          placeholder="trip to the coast"
          onChange={(e) => setBrush({ ...brush, label: e.target.value })}
        />
      )}
      {brush.tool === 'light' && (
        <WholeField
          label="A light day holds, in %"
          hint="of a full day’s hours"
          least={0}
          most={99}
          className="w-28"
          value={brush.share}
          onChange={(share) => setBrush({ ...brush, share })}
        />
      )}
      {sweep && effect && (
        <div className="border-t border-ink pt-2" data-effect>
          <h3>
            {dayAndDate(style, a)}
            {b > a && ` – ${dayAndDate(style, b)}`}
          </h3>
          <EffectLines effect={effect} />
          <div className="flex gap-2 pt-2">
            <button type="button" className="btn btn-strong" onClick={keep}>
              Save
            </button>
            <button type="button" className="btn" onClick={leave}>
              Cancel
            </button>
          </div>
        </div>
      )}
    </section>
  );
}
