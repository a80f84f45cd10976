import { useState } from 'react';
import { isOver } from '../../core/calendar';
import { buyParts, moveThing, orderFor, wantThing } from '../../core/deeds';
import { type Material, ORDERS_FOR, titleOf } from '../../core/household';
import {
  amount,
  type ComingLate,
  elsewhereWords,
  incompleteWords,
  isToAskFor,
  isToBuy,
  lateWords,
  missingPartsWords,
  onTheList,
  orderByShort,
  orderIs,
  orderByWords,
  type Shortage,
  type StoppedKit,
  toOrderWords,
  waysWords,
  wayWords,
} from '../../core/materials';
import type { ThingOutlook } from '../../worker';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { newId } from '../ui/id';
import { once } from '../ui/once';
import { count, listing } from '../ui/words';
import { ThingLine } from './thing-line';
import { ThingName } from './thing-name';

/** What the plan will run out of: how many, on which day, by when to order it, and the ways out. */
export function Missing({
  list,
  late,
  stopped,
  nets,
  open,
}: {
  list: Shortage[];
  late: ComingLate[];
  stopped: StoppedKit[];
  nets: ThingOutlook[];
  open: (m: Material) => void;
}) {
  const { household, year, today, commit } = useHousehold();
  const [shown, setShown] = useState<string>();
  const listed = onTheList(household);
  const want = (wanted: readonly Shortage[]) =>
    commit(
      wanted.length === 1
        ? `${wanted[0]!.material.name} put on the list to order`
        : `${count(wanted.length, 'thing')} put on the list to order`,
      (now) =>
        wanted.flatMap((s) =>
          wantThing(now, { materialId: s.material.id, quantity: s.quantity, price: s.price, day: today }, newId),
        ),
    );
  const unlisted = list.filter((s) => !listed.has(s.material.id));
  const unasked = unlisted.filter((s) => !isToAskFor(s));
  const soon = unasked.filter((s) => orderIs(s.orderBy, today) !== 'to come');
  const unknown = nets.filter((n) => !n.known && n.uses > 0);
  return (
    <section aria-labelledby="missing">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="missing">What will be missing, the most pressing first</h2>
        <label className="flex items-baseline gap-2 print:hidden">
          An order lasts
          <select
            value={household.settings.ordersFor ?? ''}
            onChange={(e) => {
              const { value } = e.target;
              const asked = ORDERS_FOR.find((o) => o === value);
              void commit('how long an order lasts', (now) => orderFor(now, asked));
            }}
          >
            <option value="">until the next break</option>
            <option value="four weeks">four weeks</option>
            <option value="year">until the year ends</option>
          </select>
        </label>
        {unasked.length > 1 && (
          <span className="flex flex-wrap gap-2 print:hidden">
            {soon.length > 0 && soon.length < unasked.length && (
              <button type="button" className="btn" onClick={() => void want(soon)}>
                Put {soon.length === 1 ? 'the one that is' : `the ${soon.length} that are`} due on the list to order
              </button>
            )}
            <button type="button" className="btn" onClick={() => void want(unasked)}>
              Put all {unasked.length} on the list to order
            </button>
          </span>
        )}
      </div>
      {list.length === 0 ? (
        <p className="py-2 text-soft">
          {year && isOver(year, today)
            ? 'The school year is over: what is needed is said once the next one is set up.'
            : late.length > 0
              ? 'Nothing has to be ordered: what runs out before the year does is on its way.'
              : `Nothing that was counted runs out before the year does${unknown.length + stopped.length > 0 ? '.' : ': all is there.'}`}
        </p>
      ) : (
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="What will be missing">
          <table className="figures w-full max-sm:block max-sm:[&_tbody]:block max-sm:[&_td]:block max-sm:[&_td]:!border-0 max-sm:[&_td]:!p-0 max-sm:[&_td]:!py-0.5 max-sm:[&_td]:!text-left max-sm:[&_tr]:block max-sm:[&_tr]:border-b max-sm:[&_tr]:border-rule max-sm:[&_tr]:py-2">
            <thead className="max-sm:hidden">
              <tr>
                <th className="w-1/4">Thing</th>
                <th className="!pr-6 text-right">How many</th>
                <th>Needed on</th>
                <th>Order by</th>
                <th>Way out</th>
              </tr>
            </thead>
            <tbody>
              {list.map((s) => (
                <Row
                  key={s.material.id}
                  shortage={s}
                  net={nets.find((n) => n.material.id === s.material.id)}
                  listed={listed.has(s.material.id)}
                  shown={shown === s.material.id}
                  show={() => setShown(shown === s.material.id ? undefined : s.material.id)}
                  want={() => void want([s])}
                  open={open}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
      {late.length > 0 && (
        <section aria-labelledby="late" className="pt-4">
          <h3 id="late" className="label">
            On its way, and too late
          </h3>
          <ul>
            {late.map((l) => (
              <li key={l.material.id} className="border-b border-rule py-1 wrap-anywhere">
                <ThingName material={l.material} open={open} />: {lateWords(household.settings.dateStyle, l, today)}
                {l.ways.length > 0 && (
                  <span className="text-soft">; until then {l.ways.map(wayWords).join(', or ')}</span>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      {stopped.length > 0 && <Stopped kits={stopped} open={open} />}
      {unknown.length > 0 && (
        <p className="pt-3 text-soft">
          {count(unknown.length, 'thing')} that lessons use {unknown.length === 1 ? 'is' : 'are'} not counted, so
          nothing is said of {unknown.length === 1 ? 'it' : 'them'}: {listing(unknown.map((n) => n.material.name))}.
        </p>
      )}
    </section>
  );
}

/** Kits that are needed and of no use for want of a part: what serves instead, and the part put among what is to be bought. */
function Stopped({ kits, open }: { kits: readonly StoppedKit[]; open: (m: Material) => void }) {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const course = (k: StoppedKit) => titleOf(household, k.first.enrolment.courseId);
  return (
    <section aria-labelledby="stopped" className="pt-4">
      <h3 id="stopped" className="label">
        Of no use as they are
      </h3>
      <ul aria-label="Of no use as they are">
        {kits.map((k) => (
          <li key={k.material.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1">
            <span className="min-w-0 basis-full wrap-anywhere sm:flex-1 sm:basis-0">
              <ThingName material={k.material} open={open} />: {incompleteWords(k.parts)} Needed on{' '}
              {dayAndDate(style, k.day, today)}, {course(k)} {k.first.step.lesson.title}
              {k.ways.length > 0 && <span className="text-soft">; until then {waysWords(k.ways)}</span>}
            </span>
            {isToBuy(household, k.material) ? (
              <span>to be bought, under Orders</span>
            ) : (
              <button
                type="button"
                className={QUIET}
                aria-label={`Jot it down to buy: ${missingPartsWords(k.parts)}, for ${k.material.name}`}
                onClick={() =>
                  void commit(`${missingPartsWords(k.parts)} jotted down to buy`, (now) =>
                    buyParts(now, k.material.id, today, newId),
                  )
                }
              >
                Jot it down to buy
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

const QUIET = 'press cursor-pointer px-2 underline underline-offset-4 print:hidden';

/** A thing that will be missing, with its drawing when asked for. */
function Row({
  shortage: s,
  net,
  listed: onList,
  shown: drawn,
  show,
  want: wantIt,
  open: openIt,
}: {
  shortage: Shortage;
  net: ThingOutlook | undefined;
  listed: boolean;
  shown: boolean;
  show: () => void;
  want: () => void;
  open: (m: Material) => void;
}) {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const { material: m } = s;
  const course = titleOf(household, s.first.enrolment.courseId);
  const asked = isToAskFor(s);
  const elsewhere = elsewhereWords(style, s, today);
  const order = s.overdue.length > 0 ? 'Order again' : 'Order';
  const others = s.ways.filter((w) => w.kind !== 'order' && w.kind !== 'copy' && !(asked && w.kind === 'ask back'));
  return (
    <>
      <tr>
        <td className="wrap-break-word">
          <ThingName material={m} open={openIt} />
        </td>
        <td className="!pr-6 text-right whitespace-nowrap">
          {amount(s.short, m.unit)} <span className="sm:hidden">missing</span>
          {s.quantity !== s.short && <span className="block text-note text-soft">{toOrderWords(s)}</span>}
        </td>
        <td>
          <span className="sm:hidden">on </span>
          {dayAndDate(style, s.day, today)}
          <span className="block text-note text-soft">
            {course} {s.first.step.lesson.title}
          </span>
        </td>
        <td className={orderIs(s.orderBy, today) === 'to come' ? '' : 'font-semibold'}>
          {asked ? (
            'ask for it'
          ) : (
            <>
              <span className="sm:hidden">{orderByWords(style, s.orderBy, today)}</span>
              <span className="max-sm:hidden">{orderByShort(style, s.orderBy, today)}</span>
            </>
          )}
          {elsewhere && <span className="block max-w-56 text-note font-normal text-soft">{elsewhere}</span>}
        </td>
        <td>
          <span className="sm:whitespace-nowrap">
            {onList ? (
              'on the list to order'
            ) : (
              <button
                type="button"
                className="press cursor-pointer border border-edge px-3 print:hidden"
                onClick={wantIt}
                aria-label={`${order} ${m.name}`}
              >
                {order}
              </button>
            )}
            {s.ways.some((w) => w.kind === 'copy') && (
              <button
                type="button"
                className={QUIET}
                aria-label={`${s.short} copied: ${m.name}`}
                onClick={once(
                  () =>
                    void commit(`${m.name}: ${s.short} copied`, (now) =>
                      moveThing(now, { materialId: m.id, kind: 'copied', quantity: s.short, day: today }, newId),
                    ),
                )}
              >
                {s.short} copied
              </button>
            )}
            <button
              type="button"
              className={QUIET}
              aria-expanded={drawn}
              aria-label={`${drawn ? 'Hide' : 'Draw it'}: ${m.name}`}
              onClick={show}
            >
              {drawn ? 'Hide' : 'Draw it'}
            </button>
          </span>
          {others.length > 0 && (
            <span className="block text-note text-soft">or {others.map(wayWords).join(', or ')}</span>
          )}
        </td>
      </tr>
      {drawn && net && (
        <tr>
          <td colSpan={5}>
            <ThingLine net={net} today={today} />
          </td>
        </tr>
      )}
    </>
  );
}
