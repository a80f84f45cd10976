import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ArrowDown, ArrowUp, GripVertical } from 'lucide-react';
import { moveInOrder } from '../../core/day';
import {
  type Enrolment,
  inOrderOfDay,
  ORDER_RULES,
  type OrderRule,
  type Settings,
  titleOf,
} from '../../core/household';
import { isUnderWay } from '../../core/pace';
import { takerNames } from '../../core/words';
import { useHousehold } from '../shell/household';
import { Field } from '../ui/field';

const RULE_WORDS: Record<OrderRule, string> = {
  youngest: 'the youngest first, since small ones cannot wait',
  eldest: 'the eldest first',
  short: 'what is over soonest first',
  beside: 'what a teacher sits beside longest first',
};

/** The order in which the day's work is done: a rule, and what was put elsewhere by hand. */
export function OrderOfDay() {
  const { household, today, commit } = useHousehold();
  const { settings } = household;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const order = inOrderOfDay(household).filter((e) => isUnderWay(household, e));
  const name = (e: Enrolment) => `${titleOf(household, e.courseId)}, ${takerNames(household, e, today)}`;
  const change = (words: string, of: (now: Settings) => Settings) =>
    void commit(words, (now) => [{ table: 'settings', put: of(now.settings) }]);
  const shift = (e: Enrolment, onto: Enrolment | undefined) =>
    onto &&
    void commit(`order of the day: ${name(e)}`, (now) => [
      { table: 'settings', put: { ...now.settings, order: moveInOrder(now, e.id, onto.id) } },
    ]);
  const drop = ({ active, over }: DragEndEvent) => {
    const e = order.find((x) => x.id === active.id);
    if (e && over && over.id !== active.id)
      shift(
        e,
        order.find((x) => x.id === over.id),
      );
  };
  return (
    <section aria-labelledby="order">
      <h2 id="order">Order of the day</h2>
      <div className="flex flex-wrap items-end gap-3 pt-2 pb-2">
        <Field label="Together first, then">
          {(p) => (
            <select
              {...p}
              value={settings.orderRule ?? 'youngest'}
              onChange={(e) => {
                const orderRule = e.target.value as OrderRule;
                change('the rule for the order of the day', (now) => ({ ...now, orderRule }));
              }}
            >
              {ORDER_RULES.map((r) => (
                <option key={r} value={r}>
                  {RULE_WORDS[r]}
                </option>
              ))}
            </select>
          )}
        </Field>
        {settings.order.length > 0 && (
          <button
            type="button"
            className="btn"
            onClick={() => change('order of the day by its rule', (now) => ({ ...now, order: [] }))}
          >
            Forget what was put by hand
          </button>
        )}
      </div>
      {order.length === 0 && <p className="text-soft">It fills as courses are begun.</p>}
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
        <SortableContext items={order.map((e) => e.id)} strategy={verticalListSortingStrategy}>
          <ol>
            {order.map((e, i) => (
              <OrderLine
                key={e.id}
                id={e.id}
                place={i + 1}
                name={name(e)}
                earlier={i === 0 ? undefined : () => shift(e, order[i - 1])}
                later={i === order.length - 1 ? undefined : () => shift(e, order[i + 1])}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
    </section>
  );
}

function OrderLine({
  id,
  place,
  name,
  earlier,
  later,
}: {
  id: string;
  place: number;
  name: string;
  earlier: (() => void) | undefined;
  later: (() => void) | undefined;
}) {
  const { listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      className={`flex items-center border-b border-rule ${isDragging ? 'relative z-10 bg-sheet' : ''}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      {/* By keys the arrows at the end do the same. */}
      <span
        {...listeners}
        className="flex size-[44px] flex-none cursor-grab touch-none items-center justify-center text-soft"
        aria-hidden="true"
      >
        <GripVertical size={18} />
      </span>
      <span className="w-7 flex-none text-right text-soft">{place}</span>
      <span className="min-w-0 flex-1 px-2 wrap-anywhere">{name}</span>
      {(
        [
          ['earlier', earlier, ArrowUp],
          ['later', later, ArrowDown],
        ] as const
      ).map(([word, act, Arrow]) => (
        <button
          key={word}
          type="button"
          className="btn btn-quiet"
          disabled={!act}
          aria-label={`${name}: ${word}`}
          onClick={act}
        >
          <Arrow size={18} aria-hidden="true" />
        </button>
      ))}
    </li>
  );
}
