/**
 * What the address asks for at this moment. The page follows the address a little later: pressed twice at once, the second press
 * must count from where the first one led.
 */
export const addressed = (name: string): string => new URLSearchParams(window.location.search).get(name) ?? '';
