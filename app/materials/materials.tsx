import { useMemo, useState } from 'react';
import { weekStart } from '../../core/calendar';
import { packThing } from '../../core/deeds';
import type { DateStyle, Material } from '../../core/household';
import {
  lessonsNeeding,
  orderIs,
  type PullLine,
  pullList,
  shortages,
  stock,
  toddlerCautions,
} from '../../core/materials';
import { toBuy } from '../../core/jot';
import { JottingList } from '../jot/list';
import { useHousehold } from '../shell/household';
import { usePlan, useWorkday } from '../shell/plan';
import { dayAndDate, shortDate } from '../ui/dates';
import { count } from '../ui/words';
import { fromDay } from '../../core/calendar';
import { MaterialForm } from './material-form';
import { NeedForm } from './need-form';
import { newId } from '../ui/id';

const amount = (n: number, unit: string) => (unit ? count(n, unit) : String(n));

export default function Materials() {
  const { household, today } = useHousehold();
  const { plan } = usePlan();
  const workday = useWorkday();
  const [editing, setEditing] = useState<Material | 'new'>();
  const [needing, setNeeding] = useState<Material>();
  const style = household.settings.dateStyle;
  const start = weekStart(workday, household.settings.firstDay);
  const lines = useMemo(() => (plan ? pullList(household, plan, start, start + 6) : []), [household, plan, start]);
  const later = useMemo(
    () => (plan ? shortages(household, plan) : []).filter((s) => s.day > start + 6),
    [household, plan, start],
  );
  const buy = toBuy(household, today);
  const onHand = useMemo(() => stock(household), [household]);
  const uses = useMemo(() => lessonsNeeding(household), [household]);

  return (
    <div>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <h1>Materials</h1>
        <button type="button" className="btn btn-strong print:hidden" onClick={() => setEditing('new')}>
          Add a thing
        </button>
      </div>
      <section className="double-rule pt-3" aria-labelledby="pull">
        <h2 id="pull">
          To pull for the week of {shortDate(style, start, today)} – {shortDate(style, start + 6, today)}
        </h2>
        {lines.length === 0 ? (
          <p className="py-2 text-soft">
            {household.needs.length === 0
              ? 'Nothing yet: add a thing, then say which lessons need it.'
              : 'Nothing is needed in what is left of this week.'}
          </p>
        ) : (
          <PullTable lines={lines} start={start} />
        )}
        {later.length > 0 && (
          <p className="pt-3">
            <span className="label mr-2">runs short later</span>
            {later.map((s, i) => (
              <span key={s.material.id}>
                {i > 0 && ' · '}
                {s.material.name} from {shortDate(style, s.day, today)}{' '}
                <span className="text-soft">
                  ({amount(s.short, s.material.unit)} missing, {orderWords(style, s.orderBy, today)})
                </span>
              </span>
            ))}
          </p>
        )}
      </section>
      {buy.length > 0 && (
        <section className="pt-6" aria-labelledby="buy">
          <h2 id="buy" className="border-b border-ink pb-1">
            To buy
          </h2>
          <JottingList jottings={buy} name="To buy" />
        </section>
      )}
      <section className="pt-7 print:hidden" aria-labelledby="all">
        <h2 id="all">Everything</h2>
        {household.materials.length === 0 ? (
          <p className="py-2 text-soft">No thing is listed. Start with what one lesson needs tomorrow.</p>
        ) : (
          <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="All things">
            <table className="figures w-full">
              <thead>
                <tr>
                  <th>Thing</th>
                  <th className="!pr-6 text-right">On hand</th>
                  <th className="hidden sm:table-cell">Where</th>
                  <th className="hidden sm:table-cell">Needed by</th>
                  <th>
                    <span className="sr-only">Change</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {[...household.materials]
                  .sort((a, b) => a.name.localeCompare(b.name))
                  .map((m) => (
                    <tr key={m.id}>
                      <td className="wrap-break-word">
                        {m.name}
                        {m.consumable && <span className="text-soft"> · used up</span>}
                        {toddlerCautions(household, m, today).map((w) => (
                          <span key={w} className="block text-[0.95rem]">
                            ⚠ {w}
                          </span>
                        ))}
                      </td>
                      <td className="!pr-6 text-right">{amount(onHand.get(m.id) ?? 0, m.unit)}</td>
                      <td className="hidden sm:table-cell">{m.place || '–'}</td>
                      <td className="hidden text-soft sm:table-cell">
                        {uses.get(m.id) ? count(uses.get(m.id)!, 'lesson') : 'no lesson'}
                      </td>
                      <td className="!pr-0 text-right whitespace-nowrap">
                        <button
                          type="button"
                          className="btn btn-quiet page-link"
                          onClick={() => setNeeding(m)}
                          aria-label={`Needs of lessons for ${m.name}`}
                        >
                          Needs
                        </button>
                        <button
                          type="button"
                          className="btn btn-quiet page-link"
                          onClick={() => setEditing(m)}
                          aria-label={`Change or count ${m.name}`}
                        >
                          Change
                        </button>
                      </td>
                    </tr>
                  ))}
              </tbody>
            </table>
          </div>
        )}
      </section>
      {editing && (
        <MaterialForm
          material={editing === 'new' ? undefined : editing}
          onHand={editing === 'new' ? 0 : (onHand.get(editing.id) ?? 0)}
          close={() => setEditing(undefined)}
        />
      )}
      {needing && <NeedForm material={needing} close={() => setNeeding(undefined)} />}
    </div>
  );
}

/** The week's pull list in order of place; a tick says the thing is in the box. */
function PullTable({ lines, start }: { lines: PullLine[]; start: number }) {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const week = fromDay(start);
  const pulledRow = (m: Material) => household.pulled.find((p) => p.weekStart === week && p.materialId === m.id);
  const toggle = (m: Material) => {
    const into = !pulledRow(m);
    void commit(`${m.name} ${into ? 'put in' : 'taken out of'} the box`, (now) =>
      packThing(now, week, m.id, into, newId),
    );
  };
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Pull list">
      <table className="figures w-full">
        <thead>
          <tr>
            <th className="w-16">In the box</th>
            <th>Thing</th>
            <th className="hidden md:table-cell">Where</th>
            <th className="hidden md:table-cell">First on</th>
            <th className="!pr-6 text-right">Needed</th>
            <th className="hidden !pr-6 text-right md:table-cell">On hand</th>
            <th>Short</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((l) => {
            const { material: m } = l;
            const pulled = pulledRow(m) !== undefined;
            return (
              <tr key={m.id}>
                <td>
                  <label className="flex size-[44px] items-center justify-center">
                    <input
                      type="checkbox"
                      checked={pulled}
                      onChange={() => toggle(m)}
                      aria-label={`${m.name} is in the box`}
                    />
                  </label>
                </td>
                <td className="wrap-break-word">
                  <span className={pulled ? 'line-through decoration-1' : ''}>{m.name}</span>
                  {l.firstUse && <span className="label ml-2 border border-edge px-1">first use</span>}
                  <span className="block text-[0.9rem] text-soft">
                    {[
                      ...new Set(
                        l.uses.map((u) => `${courseTitle(household, u.enrolment.courseId)} ${u.step.lesson.title}`),
                      ),
                    ].join(' · ')}
                  </span>
                  <span className="block text-[0.9rem] text-soft md:hidden">
                    {m.place && `${m.place} · `}
                    {dayAndDate(style, l.day)} · {l.onHand} on hand
                  </span>
                  {toddlerCautions(household, m, today).map((w) => (
                    <span key={w} className="block text-[0.95rem]">
                      ⚠ {w}
                    </span>
                  ))}
                </td>
                <td className="hidden md:table-cell">{m.place || '–'}</td>
                <td className="hidden whitespace-nowrap md:table-cell">{dayAndDate(style, l.day)}</td>
                <td className="!pr-6 text-right whitespace-nowrap">{amount(l.needed, m.unit)}</td>
                <td className="hidden !pr-6 text-right md:table-cell">{l.onHand}</td>
                <td className="font-semibold">
                  {l.short > 0 && `short by ${l.short}`}
                  {l.orderBy !== undefined && (
                    <span className="block text-[0.95rem] font-normal">{orderWords(style, l.orderBy, today)}</span>
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

/** By when a thing has to be ordered, or that the day is behind. */
function orderWords(style: DateStyle, orderBy: number, today: number): string {
  const date = shortDate(style, orderBy, today);
  const words = { past: `should have been ordered by ${date}`, today: 'order it today', 'to come': `order by ${date}` };
  return words[orderIs(orderBy, today)];
}

const courseTitle = (household: { courses: { id: string; title: string }[] }, id: string) =>
  household.courses.find((c) => c.id === id)?.title ?? '';
