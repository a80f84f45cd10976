import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { wayOf, byId, type Material, type Reach } from '../../core/household';
import { allIn, boxesWords, fullness, fullnessWords, type PlaceNode, placeTree, thingsBy } from '../../core/materials';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { count } from '../ui/words';
import { PlaceForm } from './place-form';
import { ThingName } from './thing-name';

const REACH_WORDS: Record<Reach, string> = { daily: 'daily', weekly: 'every week', monthly: 'seldom' };
const WAYS = { place: 'by place', child: 'by child', course: 'by course' } as const;

/** Where things lie: place within place, how full each is, whose it is; or the same things by child or by course. */
export function Places({ open }: { open: (m: Material) => void }) {
  const { household } = useHousehold();
  const [way, setWay] = useState<keyof typeof WAYS>(wayOf(household.settings, 'shelves'));
  const [form, setForm] = useState<{ node?: PlaceNode }>();
  const tree = useMemo(() => placeTree(household), [household]);
  const homeless = household.materials.filter((m) => !m.retired && !m.place.trim());
  return (
    <section aria-labelledby="places">
      <h2 id="places" className="sr-only">
        Places
      </h2>
      <div className="flex flex-wrap items-center gap-x-6 gap-y-1 pb-2 print:hidden">
        <fieldset className="flex flex-wrap gap-x-4">
          <legend className="sr-only">In which order</legend>
          {(Object.keys(WAYS) as (keyof typeof WAYS)[]).map((w) => (
            <label key={w} className="flex min-h-touch items-center gap-2">
              <input type="radio" name="way" checked={way === w} onChange={() => setWay(w)} /> {WAYS[w]}
            </label>
          ))}
        </fieldset>
        {way === 'place' && (
          <button type="button" className="btn" onClick={() => setForm({})}>
            Add a place
          </button>
        )}
      </div>
      {way === 'place' ? (
        <>
          {tree.length === 0 && (
            <p className="py-2 text-soft">
              No place is given yet. Say of a thing where it lies, the outer place first: “Loft / blue box”.
            </p>
          )}
          <Inside list={tree} open={open} change={(node) => setForm({ node })} />
          {homeless.length > 0 && (
            <section aria-label="Without a place" className="pt-4">
              <h3 className="label">No place is given</h3>
              <Names things={homeless} open={open} />
            </section>
          )}
        </>
      ) : (
        thingsBy(household, way).map((g) => (
          <section key={g.name} aria-label={g.name} className="border-b border-rule py-2">
            <h3>
              {g.name} <span className="text-soft">{count(g.things.length, 'thing')}</span>
            </h3>
            <ul>
              {g.things.map((m) => (
                <li key={m.id} className="wrap-anywhere">
                  <ThingName material={m} open={open} /> <span className="text-soft">{m.place || 'no place'}</span>
                </li>
              ))}
            </ul>
          </section>
        ))
      )}
      {form && <PlaceForm {...(form.node ? { node: form.node } : {})} close={() => setForm(undefined)} />}
    </section>
  );
}

/** Names one behind the other, each a press. */
const Names = ({ things, open }: { things: readonly Material[]; open: (m: Material) => void }) => (
  <p className="wrap-anywhere">
    {things.map((m, i) => (
      <span key={m.id}>
        {i > 0 && ', '}
        <ThingName material={m} open={open} />
      </span>
    ))}
  </p>
);

function Inside({
  list,
  open,
  change,
}: {
  list: readonly PlaceNode[];
  open: (m: Material) => void;
  change: (node: PlaceNode) => void;
}) {
  const { household } = useHousehold();
  const { plan } = usePlan();
  if (list.length === 0) return null;
  return (
    <ul>
      {list.map((node) => {
        const { place } = node;
        const whose = byId(household.children, place?.childId ?? '')?.name;
        const full = fullness(household, node, plan);
        const boxes = boxesWords(node);
        const said = [whose && `${whose}’s`, place?.reach && `reached into ${REACH_WORDS[place.reach]}`].filter(
          Boolean,
        );
        return (
          <li key={node.path} className="border-b border-rule/60 py-1">
            <div className="flex flex-wrap items-baseline gap-x-3">
              <h3 className="wrap-anywhere">{node.name}</h3>
              <span className="text-soft">{[count(allIn(node).length, 'thing'), ...said].join(' · ')}</span>
              <Link
                className="press page-link ml-auto px-2 print:hidden"
                to={`/materials/labels?of=${encodeURIComponent(`place ${node.path}`)}&sheet=a4-8`}
                aria-label={`A label for ${node.path}`}
              >
                Label
              </Link>
              <button
                type="button"
                className="press page-link cursor-pointer px-2 print:hidden"
                aria-label={`Change the place ${node.path}`}
                onClick={() => change(node)}
              >
                Change
              </button>
            </div>
            {boxes.words && <p className={boxes.over ? 'font-semibold' : 'text-soft'}>{boxes.words}.</p>}
            {full && <p className={full.used > full.room ? 'font-semibold' : 'text-soft'}>{fullnessWords(full)}.</p>}
            {node.things.length > 0 && <Names things={node.things} open={open} />}
            <div className="border-l border-rule pl-4">
              <Inside list={node.inside} open={open} change={change} />
            </div>
          </li>
        );
      })}
    </ul>
  );
}
