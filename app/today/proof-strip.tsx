import type { DayRow } from '../../core/day';
import { proofAccepted, proofFailed } from '../../core/deeds';
import { useHousehold } from '../shell/household';
import { count } from '../ui/words';
import { newId } from '../ui/id';
import { useShownDay } from './shown-day';

/** Whether the score of a kept step lies below the line of its course, and nobody has said yet what that means. */
export const asksProof = (row: DayRow): boolean => row.proof?.asked.some((s) => s.id === row.step.id) ?? false;

/** Under a kept step that went badly: the proof may have failed, and the practice is a press away. */
export function ProofStrip({ row }: { row: DayRow }) {
  const { commit } = useHousehold();
  const { on: day } = useShownDay();
  const { proof } = row;
  if (!proof || proof.fell === 0) return null;
  const back = () =>
    void commit(`the proof failed: ${count(proof.fell, 'step')} put back`, (now) =>
      proofFailed(now, proof.proof.id, day, newId),
    );
  return (
    <p className="flex flex-wrap items-center gap-x-3 px-3 pb-2 text-aside sm:pl-[62px]">
      <span>
        {asksProof(row)
          ? 'The score lies below the line that the course sets. Does it show that what was skipped is known?'
          : 'This checks what was skipped.'}
      </span>
      {asksProof(row) && (
        <button
          type="button"
          className="btn"
          onClick={() =>
            void commit('what was skipped is known', (now) => proofAccepted(now, proof.proof.id, row.step.id))
          }
        >
          It does
        </button>
      )}
      <button type="button" className="btn" onClick={back}>
        Put {count(proof.fell, 'step')} back in front
      </button>
    </p>
  );
}
