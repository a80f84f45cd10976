import { useMemo, useState } from 'react';
import { moveThing, takeBackEntry, wantThing } from '../../core/deeds';
import { byId, type Material, type MovementKind } from '../../core/household';
import {
  copiesOf,
  copyWords,
  countIt,
  holdersOf,
  holderWords,
  incompleteWords,
  knownThings,
  ledgerOf,
  ledgerWords,
  missingParts,
  money,
  openOrders,
  orderWords,
  readAmount,
  stock,
  thereWords,
} from '../../core/materials';
import type { ThingOutlook } from '../../worker';
import { useHousehold } from '../shell/household';
import { Dialog } from '../ui/dialog';
import { InputField, NumberField } from '../ui/field';
import { newId } from '../ui/id';
import { once } from '../ui/once';
import { Cautions } from './cautions';
import { MaterialForm } from './material-form';
import { NeedForm } from './need-form';
import { PartsCheck } from './parts-check';
import { ThingLine } from './thing-line';

/** What can happen to a thing, each one press; in the words of the buttons. */
const HAPPENS: readonly [MovementKind, string][] = [
  ['bought', 'Came'],
  ['lent', 'Lent'],
  ['back', 'Came back'],
  ['broken', 'Broken'],
  ['lost', 'Lost'],
  ['copied', 'Copied'],
  ['thrown', 'Thrown out'],
  ['given', 'Given away'],
  ['sold', 'Sold'],
  ['count', 'Counted'],
];
const MOST_LINES = 12;

/** One thing: what is there, who has some, what happened to it and what can happen now, in single presses. */
export function Thing({
  material,
  net,
  close,
}: {
  material: Material;
  net: ThingOutlook | undefined;
  close: () => void;
}) {
  const { household, today, commit } = useHousehold();
  const [quantity, setQuantity] = useState('1');
  const [who, setWho] = useState('');
  const [fault, setFault] = useState<string>();
  const [all, setAll] = useState(false);
  const [form, setForm] = useState<'change' | 'lessons' | 'parts'>();
  const style = household.settings.dateStyle;
  const onHand = useMemo(() => stock(household).get(material.id) ?? 0, [household, material.id]);
  const known = knownThings(household).has(material.id);
  const lines = useMemo(() => ledgerOf(household, material.id), [household, material.id]);
  const holders = holdersOf(household, material.id);
  const copies = useMemo(() => copiesOf(household, material.id), [household, material.id]);
  const missing = missingParts(material);
  const coming = openOrders(household, today).filter((o) => o.material.id === material.id);
  const people = [
    ...new Set([
      ...household.children.map((c) => c.name),
      ...household.teachers.map((t) => t.name),
      ...household.movements.map((m) => m.who ?? ''),
    ]),
  ].filter(Boolean);
  const happens = (kind: MovementKind, word: string) => {
    const n = readAmount(quantity);
    if (n === undefined || (n === 0 && kind !== 'count'))
      return setFault('Say how many: a number above 0, or 0 where none was counted.');
    setFault(undefined);
    // What comes back came from whoever has it, where only one has.
    const name = who.trim() || (kind === 'back' && holders.length === 1 ? holders[0]!.who : '');
    const withName = kind === 'lent' || kind === 'back';
    void commit(`${material.name}: ${n} ${word.toLowerCase()}`, (now) =>
      moveThing(
        now,
        { materialId: material.id, kind, quantity: n, day: today, ...(withName && name ? { who: name } : {}) },
        newId,
      ),
    );
  };
  const offered = HAPPENS.filter(
    ([kind]) =>
      (kind !== 'back' || holders.length > 0) && (kind !== 'copied' || material.copied || material.consumable),
  );
  const details = [
    material.edition,
    material.isbn && `ISBN ${material.isbn}`,
    material.pack && `in packs of ${material.pack}`,
    material.price !== undefined && `${money(material.price)} ${material.pack ? 'a pack' : 'each'}`,
    ...(material.tags ?? []),
    ...(material.substitutes ?? []).map((id) => `instead: ${byId(household.materials, id)?.name ?? ''}`),
  ].filter(Boolean);
  return (
    <Dialog open onClose={close} title={material.name} wide>
      <div className="flex flex-col gap-3">
        <p className="text-lead">
          <b className="font-semibold">
            {known && !countIt(onHand) && 'There: '}
            {thereWords(onHand, known, material.unit)}
          </b>
          {holders.length > 0 && ` · ${holderWords(style, holders, today)}`}
          {material.place && ` · ${material.place}`}
        </p>
        {coming.map((o) => (
          <p key={o.order.id}>
            {o.open} {orderWords(style, o, today)}
          </p>
        ))}
        {copies.length > 0 && (
          <ul aria-label="Copies written in">
            {copies.map((c) => (
              <li key={`${c.child.id} ${c.course}`} className="wrap-anywhere">
                {copyWords(c)}
              </li>
            ))}
          </ul>
        )}
        {details.length > 0 && <p className="text-soft">{details.join(' · ')}</p>}
        {missing.length > 0 && <p className="font-semibold">{incompleteWords(missing)}</p>}
        <Cautions material={material} all />
        <div className="flex flex-wrap items-end gap-2 border-t border-rule pt-3">
          <NumberField
            decimal
            label="How many"
            className="w-20"
            value={quantity}
            onChange={(e) => setQuantity(e.target.value)}
          />
          <InputField
            label="Lent to, back from"
            list="holders"
            className="w-44"
            maxLength={120}
            value={who}
            onChange={(e) => setWho(e.target.value)}
          />
          <datalist id="holders">
            {people.map((p) => (
              <option key={p} value={p} />
            ))}
          </datalist>
          <div className="flex flex-wrap gap-1">
            {offered.map(([kind, word]) => (
              <button key={kind} type="button" className="btn" onClick={once(() => happens(kind, word))}>
                {word}
              </button>
            ))}
            <button
              type="button"
              className="btn"
              onClick={() => {
                const n = readAmount(quantity) ?? 0;
                if (n === 0) return setFault('Say how many to order: a number above 0.');
                void commit(`${material.name} put on the list to order`, (now) =>
                  wantThing(now, { materialId: material.id, quantity: n, day: today }, newId),
                );
              }}
            >
              To the order list
            </button>
          </div>
        </div>
        {fault && (
          <p role="alert" className="font-semibold">
            {fault}
          </p>
        )}
        {net && <ThingLine net={net} today={today} />}
        <section aria-labelledby="life">
          <h3 id="life" className="label">
            What happened to it
          </h3>
          {lines.length === 0 ? (
            <p className="text-soft">Nothing is entered yet. Say how many there are and press Counted.</p>
          ) : (
            <ul aria-label="What happened to it">
              {(all ? lines : lines.slice(0, MOST_LINES)).map((l) => (
                <li
                  key={l.movementId ?? `${l.seq} ${l.by}`}
                  className="flex flex-wrap items-center justify-between gap-x-3 border-b border-rule/60 py-0.5"
                >
                  <span className="min-w-0 flex-1 wrap-anywhere">{ledgerWords(style, l, material.unit, today)}</span>
                  {l.movementId && l.kind !== 'used' && (
                    <button
                      type="button"
                      className="press page-link cursor-pointer px-2"
                      aria-label={`Take back: ${ledgerWords(style, l, material.unit, today)}`}
                      onClick={() =>
                        void commit(`An entry of ${material.name} taken back`, (now) =>
                          takeBackEntry(now, l.movementId!),
                        )
                      }
                    >
                      Take back
                    </button>
                  )}
                </li>
              ))}
            </ul>
          )}
          {lines.length > MOST_LINES && !all && (
            <button type="button" className="btn btn-quiet" onClick={() => setAll(true)}>
              All {lines.length} entries
            </button>
          )}
        </section>
        <div className="flex flex-wrap gap-2 border-t border-rule pt-3">
          <button type="button" className="btn" onClick={() => setForm('change')}>
            Change it
          </button>
          <button type="button" className="btn" onClick={() => setForm('lessons')}>
            Lessons that use it
          </button>
          {material.parts && (
            <button type="button" className="btn" onClick={() => setForm('parts')}>
              Count its parts
            </button>
          )}
          <button type="button" className="btn btn-quiet" onClick={close}>
            Close
          </button>
        </div>
      </div>
      {form === 'change' && <MaterialForm material={material} close={() => setForm(undefined)} gone={close} />}
      {form === 'lessons' && <NeedForm material={material} close={() => setForm(undefined)} />}
      {form === 'parts' && <PartsCheck material={material} close={() => setForm(undefined)} />}
    </Dialog>
  );
}
