/**
 * How far the page is, as a mark on the document (`data-state`): `storing` what was pressed, `planning` what follows from it, or
 * `settled`. It is set the moment something is pressed, so that whoever waits for the page (a test, a script) can tell.
 */
let storing = 0;
let planning = true;

function show(): void {
  document.documentElement.dataset['state'] = storing > 0 ? 'storing' : planning ? 'planning' : 'settled';
}

/** Does something that stores; the mark stays until what follows from it has been told. */
export async function whileStoring<T>(work: () => Promise<T>): Promise<T> {
  storing++;
  show();
  try {
    return await work();
  } finally {
    // The next plan is asked for once the page has drawn what was stored.
    setTimeout(() => {
      storing--;
      show();
    });
  }
}

export function markPlanning(on: boolean): void {
  planning = on;
  show();
}
