// Ten years of two devices made one: what merging 100,000 marks takes, and what their histories weigh in a file.
import { writeBackup } from '../core/formats';
import type { Household, Mark } from '../core/household';
import { merge, nextStamp, type RowChange, type Side, tracesAfter } from '../core/merge';
import { aCourse, aHousehold, aMark, anEnrolment } from '../core/tests/make';

const MARKS = 100_000;
const OWN = 2_000;

/** A device with marks of its own beside those of both, all of them stamped. */
function device(base: Household, name: string): Side {
  let stamp = '';
  const own = Array.from({ length: OWN }, (_, i) =>
    aMark('e', `L${i % 40}-1`, 'done', '2026-09-07', { id: `${name}${i}` }),
  );
  const household = { ...base, marks: [...base.marks, ...own] };
  const changes = household.marks.map((m): RowChange => ({
    table: 'marks',
    id: m.id,
    after: m as unknown as RowChange['after'] & object,
  }));
  const traces = changes.flatMap((c) => {
    stamp = nextStamp(stamp, 1_000_000, 'both');
    return tracesAfter(() => undefined, [c], c.id.startsWith('m') ? stamp : nextStamp(stamp, 2_000_000, name));
  });
  return {
    household,
    traces,
    lineage: { household: 'h', epoch: 'e', seen: { both: stamp, [name]: nextStamp(stamp, 2_000_000, name) } },
  };
}

export function measureMerging(): void {
  const marks = Array.from({ length: MARKS }, (_, i): Mark =>
    aMark('e', `L${i % 40}-1`, 'done', `20${10 + (i % 16)}-03-04`, { id: `m${i}`, seq: i }),
  );
  const base = {
    ...aHousehold({ courses: [aCourse('c', { lessons: 40 })], enrolments: [anEnrolment('e', 'c')] }),
    marks,
  };
  const [a, b] = [device(base, 'x'), device(base, 'y')];
  const start = performance.now();
  const merged = merge(a, b);
  const took = performance.now() - start;
  const plain = writeBackup({ asOf: '2026-09-07', household: merged.side.household }).length;
  const whole = writeBackup({ asOf: '2026-09-07', ...merged.side }).length;
  console.log('\nTwo devices with 100,000 marks in common and 2,000 each of their own, merged (bar: ≤ 5 s)\n');
  console.log(
    `${(took / 1000).toFixed(1)} s; ${merged.here.length} marks come, ${merged.there.length} go; the file ${(whole / 1e6).toFixed(1)} MB, ${((whole - plain) / 1e6).toFixed(1)} of it when rows were written`,
  );
}
