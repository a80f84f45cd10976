import { X } from 'lucide-react';
import { useMemo } from 'react';
import { childrenAhead, byId, type Child, titleOf } from '../../core/household';
import { coursesOver, isUnderWay } from '../../core/pace';
import { useHousehold } from '../shell/household';
import { ChildName } from '../ui/ornament';
import { moved, OrderList } from './order-list';

/** Child by child: which courses give way when time is short, the first to yield first. What is not named stays. */
export function Yields() {
  const { household, today } = useHousehold();
  const over = useMemo(() => coursesOver(household, today), [household, today]);
  return (
    <section className="pt-5" aria-labelledby="yields">
      <h2 id="yields">What gives way first</h2>
      <p className="text-aside text-soft">
        When time is short, the first of the list gives way first. What is not on it (arithmetic and reading, with most)
        stays where it is.
      </p>
      <div className="grid gap-6 pt-2 md:grid-cols-2">
        {childrenAhead(household, today)
          .sort((a, b) => (a.born > b.born ? -1 : 1))
          .map((c) => (
            <ChildYields key={c.id} child={c} over={over} />
          ))}
      </div>
    </section>
  );
}

function ChildYields({ child, over }: { child: Child; over: ReadonlySet<string> }) {
  const { household, commit } = useHousehold();
  const own = new Set(
    household.enrolments
      .filter((e) => e.childIds.includes(child.id) && isUnderWay(household, e))
      .map((e) => e.courseId),
  );
  const list = (child.yields ?? []).filter((id) => byId(household.courses, id) && !over.has(id));
  const others = household.courses.filter((c) => own.has(c.id) && !list.includes(c.id));
  /** Changes the list as it is when its turn comes: two quick presses lose nothing. */
  const store = (change: (list: string[]) => string[]) =>
    void commit(`What gives way first for ${child.name}`, (now) => {
      const stored = byId(now.children, child.id);
      if (!stored) return [];
      const { yields: old = [], ...rest } = stored;
      const yields = change(old.filter((id) => byId(now.courses, id)));
      return [{ table: 'children', put: yields.length > 0 ? { ...rest, yields } : rest }];
    });
  const title = (id: string) => titleOf(household, id);
  // Of who has no course nothing can give way.
  if (list.length + others.length === 0) return null;
  return (
    <div>
      <h3 className="pb-1">
        <ChildName child={child} />
      </h3>
      {list.length === 0 && <p className="text-soft">Nothing is named: no course gives way before another.</p>}
      <OrderList
        items={list.map((id) => ({
          id,
          name: title(id),
          after: (
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={`${title(id)} stays, for ${child.name}`}
              onClick={() => store((now) => now.filter((x) => x !== id))}
            >
              <X size={16} aria-hidden="true" />
            </button>
          ),
        }))}
        move={(from, to) => store((now) => moved(now, from, to))}
      />
      {others.length > 0 && (
        <select
          className="mt-2 max-w-full"
          aria-label={`gives way for ${child.name}`}
          value=""
          onChange={(e) => {
            const id = e.target.value;
            if (id) store((now) => [...now.filter((x) => x !== id), id]);
          }}
        >
          <option value="">another that gives way …</option>
          {others.map((c) => (
            <option key={c.id} value={c.id}>
              {title(c.id)}
            </option>
          ))}
        </select>
      )}
    </div>
  );
}
