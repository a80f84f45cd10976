export function ensureBuilt(): number;
