import { fromDay } from '../../core/calendar';
import { packThing, putBack, putPocketsBack } from '../../core/deeds';
import { type Material, titleOf } from '../../core/household';
import {
  amount,
  type BoxLine,
  cautionsInUse,
  incompleteWords,
  seeToWords,
  type PutBack,
  thereWords,
  waysWords,
} from '../../core/materials';
import { type Pocket, type PocketAhead, pocketName } from '../../core/prepare';
import { useHousehold } from '../shell/household';
import { dayAndDate, shortDate } from '../ui/dates';
import { newId } from '../ui/id';
import { listing } from '../ui/words';
import { ThingName } from './thing-name';

/** What the week's lessons need, by place: a tick says the thing is in the box. */
export function Box({
  lines,
  pockets,
  start,
  open,
  away,
  empty = [],
}: {
  lines: BoxLine[];
  /** Pockets of the lessons that begin in the week. */
  pockets: PocketAhead[];
  start: number;
  open: (m: Material) => void;
  /** What can go back in its place; pockets whose lesson is over as well. */
  away: PutBack[];
  empty?: Pocket[];
}) {
  const { household, today } = useHousehold();
  const style = household.settings.dateStyle;
  const unknown = lines.filter((l) => !l.known);
  return (
    <section aria-labelledby="box">
      <h2 id="box">
        To get out for the week of {shortDate(style, start, today)} – {shortDate(style, start + 6, today)}
      </h2>
      {lines.length === 0 && pockets.length === 0 ? (
        <p className="py-2 text-soft">
          {household.needs.length === 0
            ? 'Nothing yet: add a thing, then say which lessons use it.'
            : 'Nothing is needed in what is left of this week.'}
        </p>
      ) : (
        lines.length > 0 && <BoxTable lines={lines} start={start} open={open} />
      )}
      {pockets.length > 0 && (
        <p className="pt-2 wrap-anywhere">
          {pockets.length === 1 ? 'A pocket' : 'Pockets'} to get out:{' '}
          {pockets.map((p) => `${pocketName(p)}, ${dayAndDate(style, p.day, today)}`).join('; ')}.
        </p>
      )}
      {unknown.length > 0 && (
        <p className="pt-2 text-soft print:hidden">
          Not counted yet, so never called missing: {listing(unknown.map((l) => l.material.name))}.
        </p>
      )}
      {away.length + empty.length > 0 && <Away list={away} pockets={empty} open={open} />}
    </section>
  );
}

/** What came out for a week gone by and is not needed in the next: ticked once it is back in its place. */
function Away({
  list,
  pockets,
  open,
}: {
  list: readonly PutBack[];
  pockets: readonly Pocket[];
  open: (m: Material) => void;
}) {
  const { today, commit } = useHousehold();
  const before = Math.max(...list.map((p) => p.weekStart)) + 1;
  const n = list.length + pockets.length;
  const back = (things: readonly Material[], emptied: readonly Pocket[] = []) => {
    const names = [...things.map((m) => m.name), ...emptied.map((p) => `the pocket of ${pocketName(p)}`)];
    return commit(names.length === 1 ? `${names[0]!} put back` : `${names.length} things put back`, (now) => [
      ...putBack(
        now,
        things.map((m) => m.id),
        before,
        today,
      ),
      ...putPocketsBack(now, emptied, today),
    ]);
  };
  return (
    <section aria-labelledby="away" className="pt-6">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="away">To put back</h2>
        {n > 1 && (
          <button
            type="button"
            className="btn print:hidden"
            onClick={() =>
              void back(
                list.map((p) => p.material),
                pockets,
              )
            }
          >
            All {n} are back
          </button>
        )}
      </div>
      <ul aria-label="To put back">
        {list.map(({ material }) => (
          <li key={material.id} className="flex items-center gap-3 border-b border-rule">
            <label className="flex size-[44px] items-center justify-center">
              <input
                type="checkbox"
                checked={false}
                onChange={() => void back([material])}
                aria-label={`${material.name} is back in its place`}
              />
            </label>
            <span className="min-w-0 flex-1 wrap-anywhere">
              <ThingName material={material} open={open} />{' '}
              <span className="text-soft">{material.place || 'no place is given'}</span>
            </span>
          </li>
        ))}
        {pockets.map((p) => (
          <li key={`${p.courseId} ${p.lessonId}`} className="flex items-center gap-3 border-b border-rule">
            <label className="flex min-h-touch min-w-0 flex-1 items-center gap-3">
              <span className="flex size-[44px] items-center justify-center">
                <input type="checkbox" checked={false} onChange={() => void back([], [p])} />
              </span>
              <span className="min-w-0 flex-1 wrap-anywhere">
                the pocket of {pocketName(p)} <span className="text-soft">the lesson is done</span>
              </span>
            </label>
          </li>
        ))}
      </ul>
    </section>
  );
}

function BoxTable({ lines, start, open }: { lines: BoxLine[]; start: number; open: (m: Material) => void }) {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const week = fromDay(start);
  const packed = new Set(household.pulled.filter((p) => p.weekStart === week).map((p) => p.materialId));
  const title = (id: string) => titleOf(household, id);
  const toggle = (m: Material) => {
    const into = !packed.has(m.id);
    void commit(`${m.name} ${into ? 'put in' : 'taken out of'} the box`, (now) =>
      packThing(now, week, m.id, into, newId),
    );
  };
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="This week’s box">
      <table className="figures w-full max-md:block max-md:[&_tbody]:block">
        <thead className="max-md:hidden">
          <tr>
            <th className="w-16">In the box</th>
            <th>Thing</th>
            <th>Where</th>
            <th>First on</th>
            <th className="!pr-6 text-right">Needed</th>
            <th className="!pr-6 text-right">There</th>
            <th>Missing</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((l) => {
            const { material: m } = l;
            const lessons = [...new Set(l.uses.map((u) => `${title(u.enrolment.courseId)} ${u.step.lesson.title}`))];
            return (
              <tr
                key={m.id}
                className="max-md:grid max-md:grid-cols-[3.5rem_minmax(0,1fr)] max-md:border-b max-md:border-rule max-md:[&_td]:border-0"
              >
                <td className="max-md:!p-0">
                  <label className="flex size-[44px] items-center justify-center">
                    <input
                      type="checkbox"
                      checked={packed.has(m.id)}
                      onChange={() => toggle(m)}
                      aria-label={`${m.name} is in the box`}
                    />
                  </label>
                </td>
                <td className="wrap-break-word">
                  <ThingName material={m} open={open} struck={packed.has(m.id)} />
                  {l.firstUse && <span className="label ml-2 border border-edge px-1">first use</span>}
                  <span className="block text-note text-soft">
                    {lessons.slice(0, 3).join(' · ')}
                    {lessons.length > 3 && ` · and ${lessons.length - 3} more`}
                  </span>
                  <span className="block text-note text-soft md:hidden">
                    {m.place && `${m.place} · `}
                    {dayAndDate(style, l.day)} · {amount(l.needed, m.unit)} needed · there:{' '}
                    {thereWords(l.onHand, l.known, '')}
                  </span>
                  {l.missing.length > 0 && <span className="block text-aside">{incompleteWords(l.missing)}</span>}
                  {cautionsInUse(household, m, l.uses).map((words) => (
                    <span key={words} className="block text-aside">
                      ⚠ {words}
                    </span>
                  ))}
                </td>
                <td className="hidden md:table-cell">{m.place || '–'}</td>
                <td className="hidden whitespace-nowrap md:table-cell">{dayAndDate(style, l.day)}</td>
                <td className="hidden !pr-6 text-right whitespace-nowrap md:table-cell">{amount(l.needed, m.unit)}</td>
                <td className="hidden !pr-6 text-right whitespace-nowrap md:table-cell">
                  {thereWords(l.onHand, l.known, '')}
                </td>
                <td className="max-md:col-start-2 max-md:!pt-0">
                  {l.short > 0 && <span className="font-semibold">short by {l.short}</span>}
                  {l.around && (
                    <span className="block text-aside">
                      <span className="font-semibold">{l.needed === 1 ? 'of no use' : 'of no use as they are'}</span>
                      {l.around.length > 0 && <span className="block text-soft">{waysWords(l.around)}</span>}
                    </span>
                  )}
                  {l.late && (
                    <span className="block text-aside">
                      {amount(l.late.quantity, m.unit)} {l.late.quantity === 1 ? 'comes' : 'come'} on{' '}
                      {dayAndDate(style, l.late.comes, today)}
                      {l.late.ways.length > 0 && (
                        <span className="block text-soft">until then {waysWords(l.late.ways)}</span>
                      )}
                    </span>
                  )}
                  {l.shortage && (
                    <span className="block text-aside">
                      {seeToWords(style, l.shortage, today)}
                      <span className="block text-soft">
                        or {waysWords(l.shortage.ways.filter((w) => w.kind !== 'order')) || 'do without it'}
                      </span>
                    </span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
