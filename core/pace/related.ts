import type { Enrolment, Household, Id } from '../household';
import { loopIdOf } from './rules/loop';

type Tied = Pick<Household, 'enrolments' | 'overlaps'>;
interface Kept {
  overlaps: Household['overlaps'];
  groups: ReadonlyMap<Id, readonly Id[]>;
}
const cache = new WeakMap<readonly Enrolment[], Kept>();

/**
 * The enrolments whose marks one enrolment's track hangs on, itself among them: those it waits for or fills in for, those
 * that do the same work, those it takes turns with, and so on from each of these. Most have only themselves.
 */
export function relatedTo(state: Tied, enrolment: Enrolment): readonly Id[] {
  let kept = cache.get(state.enrolments);
  if (!kept || kept.overlaps !== state.overlaps) {
    kept = { overlaps: state.overlaps, groups: groupsOf(state) };
    cache.set(state.enrolments, kept);
  }
  return kept.groups.get(enrolment.id) ?? [enrolment.id];
}

const leaning = new WeakMap<readonly Enrolment[], Map<Id, ReadonlySet<Id>>>();
/**
 * The enrolments that one has to know of to make its track: those it waits for or fills in for, those it takes turns with, and so on from
 * each of these. Itself only where a circle leads back to it.
 */
export function leansOn({ enrolments }: Pick<Household, 'enrolments'>, id: Id): ReadonlySet<Id> {
  let known = leaning.get(enrolments);
  if (!known) leaning.set(enrolments, (known = new Map()));
  const found = known.get(id);
  if (found) return found;
  const next = (of: Id): Id[] => {
    const e = enrolments.find((x) => x.id === of);
    const loop = e && loopIdOf(e);
    return [
      ...(e?.gates ?? []).flatMap((g) => (g.until.kind === 'course' ? g.until.enrolmentId : [])),
      ...enrolments.flatMap((o) =>
        o.id !== of && (o.gates?.some((g) => g.fillId === of) || (loop !== undefined && loopIdOf(o) === loop))
          ? o.id
          : [],
      ),
    ];
  };
  const all = new Set<Id>();
  const ahead = next(id);
  for (let at = ahead.pop(); at !== undefined; at = ahead.pop()) {
    if (all.has(at)) continue;
    all.add(at);
    ahead.push(...next(at));
  }
  known.set(id, all);
  return all;
}

function groupsOf({ enrolments, overlaps }: Tied): Map<Id, Id[]> {
  const group = new Map<Id, Set<Id>>(enrolments.map((e) => [e.id, new Set([e.id])]));
  const tie = (a: Id, b: Id) => {
    const [one, other] = [group.get(a), group.get(b)];
    if (!one || !other || one === other) return;
    for (const id of other) {
      one.add(id);
      group.set(id, one);
    }
  };
  const takes = (courseId: Id) =>
    enrolments.filter((e) => e.courseId === courseId || e.units?.some((u) => u.courseId === courseId));
  const loops = new Map<Id, Id>();
  for (const e of enrolments) {
    for (const g of e.gates ?? []) {
      if (g.until.kind === 'course') tie(e.id, g.until.enrolmentId);
      if (g.fillId !== undefined) tie(e.id, g.fillId);
    }
    const loopId = loopIdOf(e);
    if (loopId === undefined) continue;
    const first = loops.get(loopId);
    if (first === undefined) loops.set(loopId, e.id);
    else tie(e.id, first);
  }
  for (const o of overlaps)
    for (const a of takes(o.one.courseId)) for (const b of takes(o.other.courseId)) tie(a.id, b.id);
  return new Map([...group].map(([id, set]) => [id, [...set]]));
}
