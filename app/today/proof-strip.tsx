import type { DayRow } from '../../core/day';
import { proofFailed } from '../../core/deeds';
import { useHousehold } from '../shell/household';
import { useWorkday } from '../shell/plan';
import { count } from '../ui/words';
import { newId } from '../ui/id';

/** Under a kept step that went badly: the proof may have failed, and the practice is a press away. */
export function ProofStrip({ row }: { row: DayRow }) {
  const { commit } = useHousehold();
  const day = useWorkday();
  const { proof } = row;
  if (!proof || proof.fell === 0) return null;
  const back = () =>
    void commit(`the proof failed: ${count(proof.fell, 'step')} put back`, (now) =>
      proofFailed(now, proof.proof.id, day, newId),
    );
  return (
    <p className="flex flex-wrap items-center gap-x-3 px-3 pb-2 text-[0.95rem] sm:pl-[62px]">
      <span>This was to prove what fell away.</span>
      <button type="button" className="btn" onClick={back}>
        Put {count(proof.fell, 'step')} back in front
      </button>
    </p>
  );
}
