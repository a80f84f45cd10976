import { Link } from 'react-router';
import { lazy, Suspense, useMemo, useState } from 'react';
import type { Material } from '../../core/household';
import {
  holdersOf,
  holderWords,
  knownThings,
  lessonsNeeding,
  incompleteWords,
  missingParts,
  stock,
  thereWords,
} from '../../core/materials';
import type { ThingOutlook } from '../../worker';
import { useHousehold } from '../shell/household';
import { InputField } from '../ui/field';
import { count } from '../ui/words';
import { Cautions } from './cautions';
import { MaterialForm } from './material-form';
import { NeedForm } from './need-form';
import { ThingName } from './thing-name';

const InventoryFile = lazy(() => import('./inventory-file'));

/** Whether a thing is found by some words: by its name, place, edition, or what it was tagged with. */
const found = (m: Material, words: readonly string[]) => {
  const all = [m.name, m.place, m.edition ?? '', m.isbn ?? '', ...(m.tags ?? [])].join(' ').toLowerCase();
  return words.every((w) => all.includes(w));
};

/** Every thing: how many, where, who has some, and how many lessons use it; by name or by place. */
export function Everything({ nets, open }: { nets: ThingOutlook[] | undefined; open: (m: Material) => void }) {
  const { household, today } = useHousehold();
  const [text, setText] = useState('');
  const [byPlace, setByPlace] = useState(false);
  const [gone, setGone] = useState(false);
  const [table, setTable] = useState(false);
  const [editing, setEditing] = useState<Material>();
  const [needing, setNeeding] = useState<Material>();
  const style = household.settings.dateStyle;
  const onHand = useMemo(() => stock(household), [household]);
  const known = useMemo(() => knownThings(household), [household]);
  const uses = useMemo(() => lessonsNeeding(household), [household]);
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const retired = household.materials.filter((m) => m.retired).length;
  const all = household.materials.filter((m) => gone || !m.retired);
  const shown = all
    .filter((m) => found(m, words))
    .sort((a, b) => (byPlace ? a.place.localeCompare(b.place) : 0) || a.name.localeCompare(b.name));
  const toCome = nets && new Set(nets.filter((n) => n.uses > 0).map((n) => n.material.id));
  if (all.length === 0)
    return (
      <>
        <p className="py-2 text-soft">No thing is listed. Start with what one lesson needs tomorrow, or with a list.</p>
        <button type="button" className="btn" onClick={() => setTable(true)}>
          Paste a list, or read a CSV file
        </button>{' '}
        <Link className="btn" to="/materials/sheet">
          As a sheet
        </Link>
        {table && (
          <Suspense>
            <InventoryFile close={() => setTable(false)} />
          </Suspense>
        )}
      </>
    );
  return (
    <section aria-labelledby="all">
      <h2 id="all" className="sr-only">
        Everything
      </h2>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2 pb-2 print:hidden">
        <InputField
          label="Where is …"
          type="search"
          value={text}
          className="w-72"
          onChange={(e) => setText(e.target.value)}
        />
        <label className="flex min-h-touch items-center gap-2">
          <input type="checkbox" checked={byPlace} onChange={(e) => setByPlace(e.target.checked)} /> in order of place
        </label>
        {retired > 0 && (
          <label className="flex min-h-touch items-center gap-2">
            <input type="checkbox" checked={gone} onChange={(e) => setGone(e.target.checked)} /> with what is no longer
            here
          </label>
        )}
        <button type="button" className="btn" onClick={() => setTable(true)}>
          As a table …
        </button>
        <Link className="btn" to="/materials/sheet">
          As a sheet
        </Link>
        <span className="pb-3 text-soft" role="status">
          {shown.length === all.length
            ? count(all.length, 'thing')
            : `${shown.length} of ${count(all.length, 'thing')}`}
        </span>
      </div>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="All things">
        <table className="figures w-full">
          <thead>
            <tr>
              <th>Thing</th>
              <th className="!pr-6 text-right">There</th>
              <th className="hidden sm:table-cell">Where</th>
              <th className="hidden sm:table-cell">Lessons that use it</th>
              <th>
                <span className="sr-only">Change</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((m) => {
              const holders = holdersOf(household, m.id);
              const missing = missingParts(m);
              return (
                <tr key={m.id}>
                  <td className="wrap-break-word">
                    <ThingName material={m} open={open} />
                    {m.edition && <span className="text-soft"> · {m.edition}</span>}
                    {m.retired && <span className="text-soft"> · no longer here</span>}
                    {m.consumable && <span className="text-soft"> · used up</span>}
                    <span className="block text-note text-soft sm:hidden">{m.place}</span>
                    {missing.length > 0 && <span className="block text-aside">{incompleteWords(missing)}</span>}
                    <Cautions material={m} />
                  </td>
                  <td className="!pr-6 text-right">
                    <span className="whitespace-nowrap">
                      {thereWords(onHand.get(m.id) ?? 0, known.has(m.id), m.unit)}
                    </span>
                    {holders.length > 0 && (
                      <span className="block text-note text-soft">{holderWords(style, holders, today)}</span>
                    )}
                  </td>
                  <td className="hidden sm:table-cell">{m.place || '–'}</td>
                  <td className="hidden text-soft sm:table-cell">
                    {uses.get(m.id) ? count(uses.get(m.id)!, 'lesson') : 'no lesson'}
                    {uses.get(m.id) !== undefined && toCome && !toCome.has(m.id) && ', none to come'}
                  </td>
                  <td className="!pr-0 text-right whitespace-nowrap">
                    <button
                      type="button"
                      className="press page-link cursor-pointer px-2"
                      onClick={() => setNeeding(m)}
                      aria-label={`Lessons that use ${m.name}`}
                    >
                      Lessons
                    </button>
                    <button
                      type="button"
                      className="press page-link cursor-pointer px-2"
                      onClick={() => setEditing(m)}
                      aria-label={`Change or count ${m.name}`}
                    >
                      Change
                    </button>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {table && (
        <Suspense>
          <InventoryFile close={() => setTable(false)} />
        </Suspense>
      )}
      {editing && <MaterialForm material={editing} close={() => setEditing(undefined)} />}
      {needing && <NeedForm material={needing} close={() => setNeeding(undefined)} />}
    </section>
  );
}
