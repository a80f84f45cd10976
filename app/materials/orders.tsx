import { useState } from 'react';
import { fromDay, toDay } from '../../core/calendar';
import { checkIn, giveUpLine, orderLines, wantThing } from '../../core/deeds';
import { byId, type Jotting, type Material, thingId, titleOf } from '../../core/household';
import { alike, amount, money, type OpenOrder, orderWords, spentSoFar } from '../../core/materials';
import { JottingList } from '../jot/list';
import { useService } from '../outside/use-service';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { DateField } from '../ui/date-field';
import { InputField } from '../ui/field';
import { newId } from '../ui/id';
import { count } from '../ui/words';
import { CheckIn } from './check-in';
import { ThingName } from './thing-name';

/** From the list to the shop to the shelf: what is to be ordered, what is on its way, what was jotted down to buy. */
export function Orders({ orders, buy, open }: { orders: OpenOrder[]; buy: Jotting[]; open: (m: Material) => void }) {
  const toOrder = orders.filter((o) => o.is === 'to order');
  const coming = orders.filter((o) => o.is !== 'to order');
  return (
    <>
      {orders.length === 0 && buy.length === 0 && (
        <p className="py-2 text-soft">
          Nothing is to be ordered and nothing is on its way. What will be missing goes on this list by one press.
        </p>
      )}
      {coming.length > 0 && <Coming lines={coming} open={open} />}
      {toOrder.length > 0 && <ToOrder lines={toOrder} open={open} />}
      {buy.length > 0 && <Jotted buy={buy} />}
      <SpentSoFar />
    </>
  );
}

/** What was spent so far, by course and by child. */
function SpentSoFar() {
  const { household } = useHousehold();
  const { all, byCourse, byChild } = spentSoFar(household);
  if (all === 0) return null;
  const list = (map: ReadonlyMap<string, number>, name: (id: string) => string) =>
    [...map]
      .sort((a, b) => b[1] - a[1])
      .map(([id, sum]) => `${name(id)} ${money(sum)}`)
      .join(' · ');
  return (
    <section aria-labelledby="spent" className="pt-6">
      <h2 id="spent" className="border-b border-ink pb-1">
        Spent so far: {money(all)}
      </h2>
      <p className="pt-1">{list(byCourse, (id) => titleOf(household, id))}</p>
      <p className="text-soft">
        {list(byChild, (id) => byId(household.children, id)?.name ?? '')}
        {byChild.size > 0 && ', what several share in equal parts'}
      </p>
    </section>
  );
}

interface ShopWord {
  number: string;
  is: string;
  expected: string;
}

/** What the simulated shop says of lines that were ordered there; nothing while it cannot be reached and never was. */
function useShop(lines: readonly OpenOrder[]): ReadonlyMap<string, ShopWord> {
  const { data: shop } = useService<{ name: string }>('/api/shop');
  const asked = lines.filter((l) => l.order.shop === shop?.name && l.order.ordered);
  const of = asked.map((l) => `${l.order.id}:${l.order.ordered!}`).join(',');
  const { data } = useService<ShopWord[]>(of ? `/api/shop/orders?of=${encodeURIComponent(of)}` : undefined);
  return new Map((data ?? []).map((w) => [w.number, w]));
}

function Coming({ lines, open }: { lines: OpenOrder[]; open: (m: Material) => void }) {
  const { household, today, commit } = useHousehold();
  const [checking, setChecking] = useState<OpenOrder>();
  const words = useShop(lines);
  const style = household.settings.dateStyle;
  const expects = (line: OpenOrder, by: number) =>
    commit(`${line.material.name} expected on another day`, (now) =>
      orderLines(now, [line.order.id], { day: today, expected: by }),
    );
  const came = (list: readonly OpenOrder[]) =>
    commit(list.length === 1 ? `${list[0]!.material.name}: came` : `${count(list.length, 'line')} came`, (now) =>
      checkIn(
        now,
        list.map((o) => ({ orderId: o.order.id, quantity: o.open })),
        today,
      ),
    );
  return (
    <section aria-labelledby="coming" className="pb-6">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="coming">On its way</h2>
        {lines.length > 1 && (
          <button type="button" className="btn btn-strong print:hidden" onClick={() => void came(lines)}>
            All {lines.length} came
          </button>
        )}
      </div>
      <ul aria-label="On its way">
        {lines.map((line) => (
          <li key={line.order.id} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
            <span className="min-w-48 flex-1 wrap-anywhere">
              {line.material.unit ? `${amount(line.open, line.material.unit)} of` : `${line.open} ×`}{' '}
              <ThingName material={line.material} open={open} />
              <span className={`block text-aside ${line.is === 'overdue' ? 'font-semibold' : 'text-soft'}`}>
                {orderWords(style, line, today)}
              </span>
              <ShopSays word={words.get(line.order.id)} line={line} take={(by) => void expects(line, by)} />
            </span>
            <span className="flex flex-wrap gap-1 print:hidden">
              <button
                type="button"
                className="btn"
                aria-label={`${line.material.name} came`}
                onClick={() => void came([line])}
              >
                Came
              </button>
              <button
                type="button"
                className="btn btn-quiet"
                aria-label={`Not all, or another day …: ${line.material.name}`}
                onClick={() => setChecking(line)}
              >
                Not all, or another day …
              </button>
            </span>
          </li>
        ))}
      </ul>
      {checking && <CheckIn line={checking} close={() => setChecking(undefined)} />}
    </section>
  );
}

/** The shop's own word on a line, and its day in one press where it is another. */
function ShopSays({ word, line, take }: { word: ShopWord | undefined; line: OpenOrder; take: (by: number) => void }) {
  const { household, today } = useHousehold();
  if (!word) return null;
  const by = toDay(word.expected);
  const date = dayAndDate(household.settings.dateStyle, by, today);
  return (
    <span className="block text-aside text-soft">
      {line.order.shop} says: {word.is}, {word.is === 'delivered' ? 'since' : 'comes on'} {date}
      {word.is !== 'delivered' && line.order.expected !== word.expected && by >= today && (
        <button
          type="button"
          className="press page-link ml-2 cursor-pointer print:hidden"
          aria-label={`Take ${date} for ${line.material.name}`}
          onClick={() => take(by)}
        >
          Take that day
        </button>
      )}
    </span>
  );
}

function ToOrder({ lines, open }: { lines: OpenOrder[]; open: (m: Material) => void }) {
  const { household, today, commit } = useHousehold();
  const [left, setLeft] = useState<readonly string[]>([]);
  const [shop, setShop] = useState('');
  const [expected, setExpected] = useState('');
  const chosen = lines.filter((o) => !left.includes(o.order.id));
  const total = chosen.reduce((n, o) => n + (o.order.price ?? 0), 0);
  const place = async () => {
    const ids = chosen.map((o) => o.order.id);
    const by = expected ? toDay(expected) : undefined;
    const done = await commit(`${count(ids.length, 'line')} ordered`, (now) =>
      orderLines(now, ids, { day: today, shop: shop.trim() || undefined, expected: by }),
    );
    if (done) setExpected('');
  };
  const shops = [...new Set(household.orders.map((o) => o.shop).filter(Boolean))];
  return (
    <section aria-labelledby="to-order" className="pb-6">
      <h2 id="to-order">To order</h2>
      <ul aria-label="To order">
        {lines.map(({ order, material }) => (
          <li key={order.id} className="flex flex-wrap items-center gap-x-3 border-b border-rule">
            <label className="flex min-h-touch min-w-0 flex-1 items-center gap-3">
              <input
                type="checkbox"
                checked={!left.includes(order.id)}
                onChange={(e) => setLeft(e.target.checked ? left.filter((x) => x !== order.id) : [...left, order.id])}
              />
              <span className="min-w-0 wrap-anywhere">
                {material.unit ? `${amount(order.quantity, material.unit)} of` : `${order.quantity} ×`} {material.name}
                {order.price !== undefined && <span className="text-soft"> {money(order.price)}</span>}
              </span>
            </label>
            <button type="button" className="btn btn-quiet print:hidden" onClick={() => open(material)}>
              Look at it
            </button>
            <button
              type="button"
              className="btn btn-quiet print:hidden"
              aria-label={`Take off: ${material.name}`}
              onClick={() =>
                void commit(`${material.name} taken off the list`, (now) => giveUpLine(now, order.id, today))
              }
            >
              Take off
            </button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-3 pt-3 print:hidden">
        <InputField
          label="At which shop"
          list="shops"
          value={shop}
          maxLength={200}
          className="w-56"
          onChange={(e) => setShop(e.target.value)}
        />
        <datalist id="shops">
          {shops.map((s) => (
            <option key={s} value={s} />
          ))}
        </datalist>
        <DateField label="Expected on" value={expected} min={fromDay(today)} onChange={setExpected} />
        <button type="button" className="btn btn-strong" disabled={chosen.length === 0} onClick={() => void place()}>
          {chosen.length === lines.length ? 'All' : `These ${chosen.length}`} ordered today
        </button>
        {total > 0 && <span className="pb-3">{money(total)} in all</span>}
      </div>
    </section>
  );
}

/** What was jotted down to buy: ticked when it is bought, or made a line of the list; a thing of that name is used, or made. */
function Jotted({ buy }: { buy: Jotting[] }) {
  const { household, today, commit } = useHousehold();
  const want = (j: Jotting) =>
    commit(`${j.text} put on the list to order`, (now) => {
      const row = byId(now.jottings, j.id);
      if (!row || row.settled) return [];
      const known = alike(now, { name: j.text }, today).find((a) => a.material)?.material;
      const material: Material = known ?? {
        ...{
          id: thingId(now.materials, j.text),
          name: j.text.slice(0, 200),
          place: '',
          consumable: false,
          unit: '',
          cautions: [],
        },
      };
      const withIt = known ? now : { ...now, materials: [...now.materials, material] };
      return [
        ...(known ? [] : [{ table: 'materials' as const, put: material }]),
        ...wantThing(withIt, { materialId: material.id, quantity: 1, day: today }, newId, row),
      ];
    });
  return (
    <section aria-labelledby="buy">
      <h2 id="buy" className="border-b border-ink pb-1">
        To buy
      </h2>
      <JottingList
        jottings={buy}
        name="To buy"
        also={(j) => (
          <button
            type="button"
            className="btn btn-quiet print:hidden"
            aria-label={`To the order list: ${j.text}`}
            onClick={() => void want(j)}
          >
            To the order list
          </button>
        )}
      />
      {household.orders.length === 0 && (
        <p className="pt-2 text-soft">Ticked when it is bought at a shop round the corner.</p>
      )}
    </section>
  );
}
