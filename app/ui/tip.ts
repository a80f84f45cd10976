/**
 * What is said about a control beyond its name: shown beside it when the pointer rests on it, when the keyboard comes to it, and
 * when a finger stays on it (app/shell/tips.tsx listens for all of them in one place). On words that are no control a tap shows it.
 */
export const tip = (words: string | undefined) => (words ? { 'data-tip': words } : {});
