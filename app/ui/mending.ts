import type { Mending } from '../../core/proof';
import type { Put } from '../../store';

/** What core says is to be mended, as rows to store in one transaction. */
export function mendingPuts({ put, remove }: Mending): Put[] {
  return [
    ...put.marks.map((m): Put => ({ table: 'marks', put: m })),
    ...(put.proof ? [{ table: 'proofs', put: put.proof } as const] : []),
    ...remove.markIds.map((id): Put => ({ table: 'marks', remove: id })),
    ...(remove.proofId ? [{ table: 'proofs', remove: remove.proofId } as const] : []),
  ];
}
