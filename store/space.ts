/** How much of the room that the browser gives is used, and whether it has promised to keep it. */
export interface Space {
  /** Bytes; undefined where the browser does not say. */
  used: number | undefined;
  quota: number | undefined;
  persisted: boolean;
}

/** Share of the room from which it is said to run out: there must be enough left for a last backup's worth of marks. */
const NEARLY_FULL = 0.85;

export async function readSpace(): Promise<Space> {
  const storage = typeof navigator === 'undefined' ? undefined : navigator.storage;
  if (!storage?.estimate) return { used: undefined, quota: undefined, persisted: false };
  const [{ usage, quota }, persisted] = await Promise.all([storage.estimate(), storage.persisted?.() ?? false]);
  return { used: usage, quota, persisted };
}

/** The share that is used (0 to 1), once it is high enough to be said; undefined while there is room. */
export function nearlyFull({ used, quota }: Space): number | undefined {
  if (used === undefined || !quota) return undefined;
  const share = used / quota;
  return share >= NEARLY_FULL ? Math.min(1, share) : undefined;
}

/** Asks the browser to keep the data for good; true when it has promised to. */
export const askToPersist = async (): Promise<boolean> => (await navigator.storage?.persist?.()) ?? false;
