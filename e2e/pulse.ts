import type { BrowserContext, Page } from '@playwright/test';

/** Every so often a test's page is asked for a frame, and how long it is waited for, in milliseconds. */
const EVERY = 20_000;
const WAIT = 8_000;

interface WithFrames {
  ownFrames?: typeof requestAnimationFrame;
}

/** Keeps the browser's own frames at hand in every page: a set clock puts timers in their place, which go on where nothing is drawn. */
export async function tellFrames(context: BrowserContext): Promise<void> {
  await context.addInitScript(() => {
    (window as WithFrames).ownFrames = requestAnimationFrame.bind(window);
  });
}

/** Whether a page answers, and draws: a press waits for frames, without a word, where a browser has ceased to draw. */
async function frame(page: Page): Promise<{ drawn: boolean; words: string }> {
  if (page.isClosed()) return { drawn: true, words: 'was closed' };
  const asked = page
    .evaluate(
      (wait) =>
        new Promise<{ drawn: boolean; words: string }>((resolve) => {
          const what = `${document.visibilityState}, state ${document.documentElement.dataset['state']}`;
          setTimeout(() => resolve({ drawn: false, words: `answers but draws no frame (${what})` }), wait);
          const frames = (window as WithFrames).ownFrames ?? requestAnimationFrame;
          frames(() => resolve({ drawn: true, words: `answers and draws (${what})` }));
        }),
      WAIT,
    )
    // It was just left for another address, or closed.
    .catch((e: Error) => ({ drawn: true, words: e.message }));
  let wait: ReturnType<typeof setTimeout> | undefined;
  const silent = new Promise<{ drawn: boolean; words: string }>((resolve) => {
    wait = setTimeout(resolve, WAIT + 2_000, { drawn: true, words: 'does not answer' });
  });
  return Promise.race([asked, silent]).finally(() => clearTimeout(wait));
}

/** What a page that failed does now, in words: tells a fault of the program from a browser that stands still. */
export async function pulse(page: Page): Promise<string> {
  return `the page ${(await frame(page)).words}`;
}

/** Has a page drawn: brought to the front, and a picture of it taken and thrown away, since none can be taken without a frame. */
async function wake(page: Page): Promise<void> {
  await page.bringToFront();
  const session = await page.context().newCDPSession(page);
  await Promise.race([
    session.send('Page.captureScreenshot', { format: 'jpeg', quality: 1 }),
    new Promise((resolve) => setTimeout(resolve, WAIT)),
  ]).finally(() => session.detach());
}

/**
 * Watches that the page of a test goes on being drawn. On a starved machine the browser was seen to cease, and every press then
 * waits until the test's time is over. It is told to draw again and the test goes on where it was; that it happened is printed.
 */
export function keepDrawing(page: Page, title: string): { stop: () => void } {
  let stopped = false;
  let timer: ReturnType<typeof setTimeout>;
  const look = async () => {
    const { drawn, words } = await frame(page);
    if (stopped) return;
    if (!drawn) {
      console.log(`${title}: the page ${words}; it is brought to the front`);
      // The test may be over, and its page closed, at any of these.
      await wake(page).catch(() => undefined);
    }
    if (!stopped) timer = setTimeout(() => void look(), EVERY);
  };
  timer = setTimeout(() => void look(), EVERY);
  return {
    stop: () => {
      stopped = true;
      clearTimeout(timer);
    },
  };
}
