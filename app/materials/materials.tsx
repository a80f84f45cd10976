import * as Tabs from '@radix-ui/react-tabs';
import { type ReactNode, useMemo, useState } from 'react';
import { type Day, weekStart } from '../../core/calendar';
import { byId, type Material } from '../../core/household';
import { toBuy } from '../../core/jot';
import { openHolds, openOrders, placeTree } from '../../core/materials';
import { pocketsOf } from '../../core/prepare';
import type { Stores } from '../../worker';
import { useHousehold } from '../shell/household';
import { useQuery } from '../ui/use-query';
import { usePlan, useWorkday } from '../shell/plan';
import { Awaited } from '../shell/unplanned';
import { useStores } from '../shell/use-stores';
import { Box } from './box';
import { Everything } from './everything';
import { MaterialForm } from './material-form';
import { Library } from './library';
import { Missing } from './missing';
import { Orders } from './orders';
import { Places } from './places';
import { Ready } from './ready';
import { Thing } from './thing';

const PARTS = ['box', 'missing', 'orders', 'library', 'ready', 'places', 'all'] as const;
type Part = (typeof PARTS)[number];
/** Before the planner has answered. */
const NOTHING: Stores = { things: [], missing: [], late: [], stopped: [], pockets: [], box: [], back: [], ready: [] };
/** From the last days of a week on its own box is emptied as well: the first day whose things stay out. */
const endOfBox = (start: Day, today: Day): Day => (today >= start + 4 ? start + 7 : start);

/** The shared inventory: the week's box, what will be missing and by when to act, what is on order, and every thing. */
export default function Materials() {
  const { household, year, today } = useHousehold();
  const workday = useWorkday();
  const [params, change] = useQuery();
  const [adding, setAdding] = useState(false);
  const start = weekStart(workday, household.settings.firstDay);
  const stores = useStores({
    net: true,
    box: [start, start + 6],
    back: endOfBox(start, today),
    ready: true,
    sharing: true,
  });
  const { things: nets, missing, late, stopped, box: lines, pockets, back: away, ready, sharing } = stores ?? NOTHING;
  const { plan } = usePlan();
  // Of a plan nothing is said to be missing, or not, nor counted, before it was worked out.
  const waits = !stores && (plan !== undefined || year !== undefined);
  const told = (content: ReactNode) => (waits ? <Awaited /> : content);
  const counted = (list: readonly unknown[]) => (waits ? undefined : list.length);
  const orders = useMemo(() => openOrders(household, today), [household, today]);
  const empty = useMemo(() => pocketsOf(household, today).filter((p) => p.is === 'to put back'), [household, today]);
  const buy = toBuy(household, today);
  const asked = params.get('part');
  const part: Part = PARTS.find((p) => p === asked) ?? 'box';
  const thing = byId(household.materials, params.get('thing') ?? '');
  const set = (key: 'part' | 'thing', value: string | undefined) => change({ [key]: value });
  const open = (m: Material) => set('thing', m.id);
  const tabs: [Part, string, number | undefined][] = [
    ['box', 'This week’s box', counted(lines)],
    ['missing', 'Will be missing', counted([...missing, ...stopped])],
    ['orders', 'Orders', orders.length + buy.filter((j) => !j.settled).length],
    ['library', 'Library', openHolds(household, today).length],
    ['ready', 'To make ready', counted(ready)],
    ['places', 'Places', placeTree(household).length],
    ['all', 'Everything', household.materials.filter((m) => !m.retired).length],
  ];
  const panel = (of: Part, content: ReactNode) => (
    <Tabs.Content value={of} className="pt-3 outline-none focus-visible:outline-2">
      {content}
    </Tabs.Content>
  );
  return (
    <Tabs.Root value={part} onValueChange={(v) => set('part', v)} activationMode="automatic">
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <h1>Materials</h1>
        <button type="button" className="btn btn-strong print:hidden" onClick={() => setAdding(true)}>
          Add a thing
        </button>
      </div>
      <Tabs.List aria-label="Parts of the inventory" className="double-rule flex flex-wrap gap-x-6 print:hidden">
        {tabs.map(([of, words, n]) => (
          <Tabs.Trigger
            key={of}
            value={of}
            className="press cursor-pointer pt-2 pb-1 data-[state=active]:underline data-[state=active]:decoration-2 data-[state=active]:underline-offset-8"
          >
            {words} <span className="text-soft">{n}</span>
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {panel('box', told(<Box lines={lines} pockets={pockets} start={start} open={open} away={away} empty={empty} />))}
      {panel('missing', told(<Missing list={missing} late={late} stopped={stopped} nets={nets} open={open} />))}
      {panel('orders', <Orders orders={orders} buy={buy} open={open} />)}
      {panel('library', <Library />)}
      {panel('ready', told(<Ready lines={ready} sharing={sharing} />))}
      {panel('places', <Places open={open} />)}
      {panel('all', <Everything nets={waits ? undefined : nets} open={open} />)}
      {thing && (
        <Thing
          material={thing}
          net={nets.find((n) => n.material.id === thing.id)}
          close={() => set('thing', undefined)}
        />
      )}
      {adding && <MaterialForm close={() => setAdding(false)} />}
    </Tabs.Root>
  );
}
