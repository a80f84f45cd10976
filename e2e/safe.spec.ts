import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { expect, openToday, rows, settled, status, test, VIEWS, WEDNESDAY } from './app';

const root = dirname(dirname(fileURLToPath(import.meta.url)));

const running = new Set<ChildProcess>();
// Also after a test that failed before it stopped them: what is left holds its port against the next run.
test.afterEach(() => {
  for (const server of running) server.kill('SIGKILL');
  running.clear();
});

/** A server of the test's own, to be stopped in the middle. */
async function serve(port: number, dist = join(root, 'dist')): Promise<ChildProcess> {
  // One process, so that stopping it stops it.
  const server = spawn(process.execPath, ['--import', 'tsx', join(root, 'server/main.ts')], {
    cwd: root,
    env: { ...process.env, PORT: String(port), DIST: dist },
  });
  running.add(server);
  await new Promise((resolve, reject) => {
    server.stdout!.once('data', resolve);
    server.once('exit', () => reject(new Error('the server did not start')));
  });
  return server;
}
const stop = (server: ChildProcess) =>
  new Promise((resolve) => {
    server.once('exit', resolve);
    server.kill('SIGKILL');
  });

test.describe('with the service worker', () => {
  test.use({ serviceWorkers: 'allow' });

  test('a reload works with the server stopped, and marking goes on', async ({ page }) => {
    const server = await serve(4331);
    await page.goto('http://127.0.0.1:4331/');
    await page.evaluate(() => navigator.serviceWorker.ready);
    await page.reload();
    await expect(rows(page).first()).toBeVisible();
    await stop(server);
    await page.reload();
    await expect(rows(page).first()).toBeVisible();
    await settled(page);
    await page.keyboard.press('d');
    await expect(rows(page).locator('button[aria-pressed="true"]')).toHaveCount(1);
    await page.goto('http://127.0.0.1:4331/week');
    await expect(page.locator('[data-sitting]').first()).toBeVisible();
    await page.goto('http://127.0.0.1:4331/keeping');
    await expect(page.getByRole('heading', { name: 'Backup' })).toBeVisible();
  });

  test('a newer version is offered and waits until it is taken', async ({ page }) => {
    const dist = mkdtempSync(join(tmpdir(), 'dist-'));
    cpSync(join(root, 'dist'), dist, { recursive: true });
    const server = await serve(4332, dist);
    await page.goto('http://127.0.0.1:4332/');
    await page.evaluate(() => navigator.serviceWorker.ready);
    await page.reload();
    await expect(rows(page).first()).toBeVisible();
    // Before anything changes: the browser looks for a newer version when it likes, and would find half of one.
    await stop(server);
    const index = join(dist, 'index.html');
    const html = readFileSync(index, 'utf8');
    writeFileSync(index, html.replace('<title>', '<meta name="edition" content="newer"><title>'));
    const sw = join(dist, 'sw.js');
    const revision = /"?url"?:"\/","?revision"?:"([0-9a-f]+)"/.exec(readFileSync(sw, 'utf8'))![1]!;
    writeFileSync(sw, readFileSync(sw, 'utf8').replace(revision, '0123456789abcdef'));
    const newer = await serve(4332, dist);
    // On a second day the older version fetches the rest of the pages: one that does not come must not hold the newer up.
    await page.evaluate(() => localStorage.setItem('olden-primer first used', '2026-01-01'));
    let held: () => void;
    const holding = new Promise<void>((resolve) => (held = resolve));
    await page.context().route('**/assets/charts-page-*.js', () => held());
    await page.reload();
    await expect(page.getByText('A newer version is ready.')).toBeVisible();
    await holding;
    expect(await page.locator('meta[name="edition"]').count()).toBe(0);
    await page.getByRole('button', { name: 'Take it now' }).click();
    await expect(page.locator('meta[name="edition"]')).toHaveCount(1);
    await expect(page.getByText('A newer version is ready.')).toHaveCount(0);
    await page.context().unrouteAll();
    await stop(newer);
  });
});

test.describe('what cannot be fetched, or goes wrong', () => {
  // What these bring about on purpose.
  test.use({ mayFault: /ERR_FAILED|the sluice leaks/ });
  // The page serves other tests after these.
  test.afterEach(({ page }) => page.unrouteAll());

  test('where the planner cannot be fetched every page says so, nothing is published or called needless, and marks are kept', async ({
    page,
  }) => {
    const goneMissing = () => page.route('**/assets/plan.worker-*.js', (route) => route.abort());
    await goneMissing();
    await page.goto('/');
    const alert = page.getByRole('alert').filter({ hasText: 'The plan could not be made' });
    await expect(alert).toContainText('a part of the app could not be loaded');
    const own = page.getByRole('main').getByRole('checkbox').first();
    await own.click();
    await expect(own).toBeChecked();
    await page.keyboard.press('2');
    await expect(alert).toBeVisible();
    await expect(page.getByRole('button', { name: 'Publish and print' })).toBeDisabled();
    await page.getByRole('link', { name: 'Sit down over it' }).click();
    await expect(page.getByRole('button', { name: /^Things …/ })).toBeVisible();
    await page.keyboard.press('5');
    await expect(page.getByRole('tabpanel')).toContainText('Not known without the plan.');
    // Once it can be had, one press is enough.
    await page.unrouteAll();
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(page.getByRole('tabpanel').getByRole('row').nth(1)).toBeVisible();
    await expect(alert).toHaveCount(0);
    await page.keyboard.press('1');
    await expect(rows(page).first()).toBeVisible();
    await expect(own).toBeChecked();
    // What is tried has a planner of its own: when that one cannot be fetched, the form says so and can be kept all the same.
    await goneMissing();
    await page.keyboard.press('4');
    await page.getByRole('link', { name: /^Basket Mornings/ }).click();
    await page.getByRole('button', { name: /^Pause/ }).click();
    await page.getByRole('dialog').getByLabel('It is').selectOption('paused');
    await expect(page.getByRole('dialog')).toContainText('What this does could not be worked out');
  });

  test('where what the plan needs of things cannot be worked out every page says so', async ({ page }) => {
    // The planner's worker, but that it is asked in vain for the stores: refused in the words of the library they talk by.
    const deaf = `self.addEventListener('message', (e) => {
      if (e.data?.path?.[0] !== 'stores') return;
      e.stopImmediatePropagation();
      const value = { message: 'the scales are stuck', name: 'Error', stack: '' };
      self.postMessage({ id: e.data.id, type: 'HANDLER', name: 'throw', value: { isError: true, value } });
    });`;
    await page.route('**/assets/plan.worker-*.js', async (route) => {
      const answer = await route.fetch();
      await route.fulfill({ response: answer, body: `${deaf}\n${await answer.text()}` });
    });
    await page.goto('/materials');
    const alert = page.getByRole('alert').filter({ hasText: 'What the plan needs of your things' });
    await expect(alert).toContainText(
      'could not be worked out: the scales are stuck. Until it is, what is to be got out',
    );
    await expect(page.getByText('Not known: it could not be worked out.')).toBeVisible();
    await page.unrouteAll();
    await page.reload();
    await expect(page.getByRole('heading', { name: /To get out/ })).toBeVisible();
    await expect(alert).toHaveCount(0);
  });

  test('what a page says before there is a plan still stands once there is one', async ({ page }) => {
    test.setTimeout(300_000);
    let found: () => void;
    const held = new Promise<void>((resolve) => (found = resolve));
    await page.route('**/assets/plan.worker-*.js', async (route) => {
      await held;
      await route.continue();
    });
    await page.goto('/');
    const go = async (view: string) => {
      await page.evaluate((to) => {
        history.pushState(null, '', to);
        dispatchEvent(new PopStateEvent('popstate', { state: null }));
      }, view);
      await page.locator(`html[data-view="${view.replace(/[?#].*$/, '')}"]`).waitFor({ state: 'attached' });
      await expect(page.getByText('Loading …')).toHaveCount(0);
    };
    const lines = async () => (await page.getByRole('main').innerText()).split(/[\n\t]+/).map((line) => line.trim());
    // The library answers when it likes.
    const views = VIEWS.filter((view) => !view.endsWith('library'));
    const before = new Map<string, string[]>();
    for (const view of views) {
      await go(view);
      before.set(view, await lines());
    }
    found!();
    await settled(page);
    for (const view of views) {
      await go(view);
      await expect(page.getByText('Being worked out …')).toHaveCount(0);
      // Said to be coming, or a name whose figure comes with the plan; a chart is drawn bit by bit.
      const gone = async () => {
        const after = await lines();
        return before.get(view)!.filter((line) => !line.includes('…') && !after.some((now) => now.startsWith(line)));
      };
      await expect.poll(async () => [view, await gone()]).toEqual([view, []]);
    }
  });

  test('a page that goes wrong says so in its place; the other pages go on, and the record can be saved', async ({
    page,
  }) => {
    await page.route('**/assets/charts-page-*.js', (route) =>
      route.fulfill({
        contentType: 'text/javascript',
        body: 'export default function () { throw new Error("the sluice leaks") }',
      }),
    );
    await page.goto('/record/charts');
    await expect(page.getByRole('alert')).toContainText('Something on it went wrong: the sluice leaks');
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save what is recorded' }).click();
    expect((await saved).suggestedFilename()).toContain('rescued');
    await page.keyboard.press('1');
    await expect(rows(page).first()).toBeVisible();

    // What a press asks for and cannot be fetched is told, and the page stays as it is.
    await page.route('**/assets/jot-dialog-*.js', (route) => route.abort());
    await page.keyboard.press('j');
    await expect(status(page)).toContainText('has not been fetched to this browser yet');
    await expect(rows(page).first()).toBeVisible();
    // And asked for again it is told again.
    await page.keyboard.press('d');
    await expect(status(page)).not.toContainText('has not been fetched');
    await page.keyboard.press('j');
    await expect(status(page)).toContainText('has not been fetched to this browser yet');
  });

  test.describe('out of reach', () => {
    test.use({ serviceWorkers: 'allow' });
    test('what is not in the browser yet is said in words, and nothing else is lost; from the second day on all is there', async ({
      page,
    }) => {
      const at = 'http://127.0.0.1:4333';
      const server = await serve(4333);
      await page.goto(`${at}/`);
      await page.evaluate(() => navigator.serviceWorker.ready);
      await expect(rows(page).first()).toBeVisible();
      const held = () =>
        page.evaluate(async () => {
          const names = await caches.keys();
          const all = await Promise.all(names.map(async (n) => (await caches.open(n)).keys()));
          return all.flat().length;
        });
      const onFirst = await held();
      await stop(server);

      // Today, Week and Shelf are there; the charts are not, and the page says so instead of going white.
      await page.goto(`${at}/shelf`);
      await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();
      await page.goto(`${at}/record/charts`);
      await expect(page.getByRole('alert')).toContainText('has not been fetched to this browser yet');
      await page.keyboard.press('1');
      await expect(rows(page).first()).toBeVisible();
      await page.keyboard.press('d');
      await expect(rows(page).locator('button[aria-pressed="true"]')).toHaveCount(1);
      await page.goto(`${at}/keeping`);
      await page.getByRole('button', { name: 'Fetch them now' }).click();
      await expect(page.getByText('Not all could be fetched')).toBeVisible();

      const again = await serve(4333);
      await page.clock.setFixedTime(new Date('2026-11-12T09:00:00'));
      await page.goto(`${at}/`);
      await expect(rows(page).first()).toBeVisible();
      await page.keyboard.press('8');
      await expect(page.getByText('Every page of the program is in this browser')).toBeVisible();
      expect(await held()).toBeGreaterThan(onFirst);
      await stop(again);
      for (const [path, name] of [
        ['/record/charts', 'The record in charts'],
        ['/materials', 'Materials'],
        ['/cards', 'Cards'],
        ['/year/forecast', 'How long will it take'],
      ] as const) {
        await page.goto(`${at}${path}`);
        await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
      }
    });
  });
});

test('when the room runs out it is said before, as far as the browser tells', async ({ page }) => {
  await page.addInitScript(() => {
    navigator.storage.estimate = () => Promise.resolve({ usage: 930_000, quota: 1_000_000 });
  });
  await page.goto('/year');
  await expect(page.getByText('The browser’s room for this program is 93% full.')).toBeVisible();
});

test.describe('in a browser that has nothing yet', () => {
  test.use({ storageState: { cookies: [], origins: [] } });
  test('when the room has run out nothing is half written, and what is there stays', async ({ page, context }) => {
    const cdp = await context.newCDPSession(page);
    const origin = 'http://127.0.0.1:4311';
    // Room for the sample and some marks, and no more.
    await cdp.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 600_000 });
    await openToday(page);
    await page.keyboard.press('d');
    await expect(rows(page).locator('button[aria-pressed="true"]')).toHaveCount(1);
    const small = readFileSync(join(root, 'demo/household.json'), 'utf8');
    const file = JSON.parse(small) as { marks: Record<string, unknown>[] };
    const many = Array.from({ length: 40 }, (_, k) =>
      file.marks.map((m) => ({ ...m, id: `${String(m['id'])}-${k}` })),
    ).flat();
    await page.goto('/keeping');
    await page.getByLabel('Choose a backup file').setInputFiles({
      name: 'big.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify({ ...file, marks: many })),
    });
    await page.getByRole('button', { name: 'Restore it' }).click();
    // Ten seconds of it are the browser’s own, writing until its room is gone; three times that beside other work.
    await expect(status(page)).toContainText('The browser has no room left to store this. Nothing was changed', {
      timeout: 90_000,
    });
    await page.goto('/');
    await expect(rows(page).locator('button[aria-pressed="true"]')).toHaveCount(1);
    await page.goto('/record');
    await expect(page.getByText(/^\d+ marks on \d+ days/)).toContainText(
      `${file.marks.filter((m) => String(m['date']) < '2026-11-11').length + 1} marks`,
    );
  });
});

test('the browser is asked to keep the data only when the reader says so', async ({ page }) => {
  await page.goto('/keeping');
  await expect(page.getByText(/MB used/)).toBeVisible();
  expect(await page.evaluate(() => navigator.storage.persisted())).toBe(false);
  await page.getByRole('button', { name: 'Ask the browser to keep it' }).click();
  await expect(page.getByText(/has promised to keep it|did not promise/)).toBeVisible();
});

test('a backup is asked for once the last is old, and no longer when it was made', async ({ page }) => {
  await page.clock.setFixedTime(new Date('2026-11-11T09:00:00'));
  await page.goto('/keeping');
  await page.getByRole('button', { name: 'Start my own' }).first().click();
  await expect(page.getByRole('heading', { name: 'Your own household' })).toBeVisible();
  await page.getByLabel('Choose a backup file').setInputFiles({
    name: 'b.json',
    mimeType: 'application/json',
    buffer: readFileSync(join(root, 'demo/household.json')),
  });
  await page.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.getByText('The backup is restored.')).toBeVisible();
  await page.goto('/year');
  await expect(page.getByText(/No backup yet, and the first mark is \d+ days old/)).toBeVisible();
  await page.getByRole('link', { name: 'Make one' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make a backup' }).click();
  await download;
  await expect(page.getByText(/The last backup was made on/)).toBeVisible();
  await page.goto('/year');
  await expect(page.getByText(/No backup yet/)).toHaveCount(0);
});

/** So many in a test run, fifty in `npm run bench`: without a loss in n of them, fewer than 3 in n are lost (95%; rule of three). */
const KILLS = Number(process.env['KILLS'] ?? 5);
const ARGS = ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'];

test(`${KILLS} random kills of the browser during marking: no mark that was shown is lost`, async ({ baseURL }) => {
  test.setTimeout(KILLS > 10 ? 1_800_000 : 120_000);
  const profile = mkdtempSync(join(tmpdir(), 'profile-'));
  const shown = new Map<string, string>();
  let seed = 7;
  const random = () => (seed = (seed * 48_271) % 2_147_483_647) / 2_147_483_647;
  const open = async (): Promise<{ page: Page; kill: () => void }> => {
    const context = await chromium.launchPersistentContext(profile, {
      executablePath: '/usr/bin/chromium',
      args: ARGS,
      timezoneId: 'Europe/Dublin',
      locale: 'en-GB',
      serviceWorkers: 'block',
    });
    // A context of one's own has no limits of its own: a row that is gone would be waited for without end.
    context.setDefaultTimeout(20_000);
    const page = context.pages()[0] ?? (await context.newPage());
    await page.clock.setFixedTime(new Date(WEDNESDAY));
    await page.goto(`${baseURL}/`);
    await rows(page).first().waitFor();
    // The whole process group goes at once, as when the power fails: nothing gets to say goodbye.
    const kill = () => {
      const pids = processesOf(profile);
      for (const pid of pids) process.kill(pid, 'SIGKILL');
    };
    return { page, kill };
  };
  let lost = 0;
  for (let round = 0; round < KILLS; round++) {
    const { page, kill } = await open();
    for (const [key, sign] of shown) {
      const row = page.locator(`[data-row="${key}"]`);
      if ((await row.count()) === 0 || !(await row.innerText()).includes(sign)) lost++;
    }
    expect(lost, `after ${round} kills`).toBe(0);
    const marking = 1 + Math.floor(random() * 3);
    for (let m = 0; m < marking; m++) {
      const all = await rows(page).evaluateAll((list) => list.map((r) => r.getAttribute('data-row')!));
      const key = all[Math.floor(random() * all.length)]!;
      const [letter, word] = random() < 0.5 ? ['d', 'done'] : ['p', 'partly'];
      const row = page.locator(`[data-row="${key}"]`);
      // Another mark may have moved it away meanwhile.
      if ((await row.count()) === 0) continue;
      await row.getByRole('button').first().focus();
      await page.keyboard.press(letter);
      // Shown means: the word stands in the row. Some kills fall before it, some the moment after.
      if (m < marking - 1 || random() < 0.7) {
        const seen = row.getByText(word, { exact: true }).waitFor({ timeout: 5000 });
        if (
          await seen.then(
            () => true,
            () => false,
          )
        )
          shown.set(key, word);
        else shown.delete(key);
      } else shown.delete(key);
    }
    kill();
    for (let i = 0; processesOf(profile).length > 0; i++) {
      if (i > 400) throw new Error('the browser did not die');
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }
  // That marks were shown at all: by chance few of a few.
  expect(shown.size).toBeGreaterThanOrEqual(Math.floor(KILLS / 5));
  console.log(`${KILLS} kills, ${shown.size} marks shown at the end, ${lost} lost.`);
});

/** Processes of Chromium that use the profile. */
function processesOf(profile: string): number[] {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(Number)
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(profile);
      } catch {
        return false;
      }
    });
}
