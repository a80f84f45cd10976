import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { toDay } from '../core/calendar';
import { readCalendar } from '../core/ical';
import { makeApp } from './app';

let server: Server;
let base: string;
let now = new Date('2026-11-11T12:00:00Z');
beforeAll(async () => {
  const dist = mkdtempSync(join(tmpdir(), 'primer-'));
  mkdirSync(join(dist, 'assets'));
  writeFileSync(join(dist, 'index.html'), '<meta name="style-nonce" content="__NONCE__">');
  writeFileSync(join(dist, 'assets', 'index-abc.js'), 'export {};\n'.repeat(500));
  for (const file of ['x-further.worker-abc.js', 'further.worker-abc.js', 'further.worker-abc.js.map'])
    writeFileSync(join(dist, 'assets', file), '');
  writeFileSync(join(dist, 'sw.js'), '/* keeps the app */');
  server = makeApp(dist, () => now).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => void server.close());

describe('the server', () => {
  it('sends the page with a policy of self alone, a fresh style number each time, no framing, no sniffing', async () => {
    const policy = async () => {
      const answer = await fetch(`${base}/shelf/some-course`);
      const page = await answer.text();
      const csp = answer.headers.get('content-security-policy')!;
      const nonce = /'nonce-([^']+)'/.exec(csp)![1]!;
      expect(page).toContain(nonce);
      expect(csp.replace(` 'nonce-${nonce}'`, '')).not.toMatch(/unsafe|\*|https?:|data:/);
      expect(csp).toContain("script-src 'self';");
      expect(csp).toContain("default-src 'self'");
      expect(answer.headers.get('x-frame-options')).toBe('DENY');
      expect(answer.headers.get('x-content-type-options')).toBe('nosniff');
      expect(answer.headers.get('cache-control')).toBe('no-cache');
      expect(answer.headers.get('x-powered-by')).toBeNull();
      return nonce;
    };
    expect(await policy()).not.toBe(await policy());
  });

  it('lets hashed files be kept for a year, and squeezes them', async () => {
    const answer = await fetch(`${base}/assets/index-abc.js`, { headers: { 'accept-encoding': 'gzip' } });
    expect(answer.headers.get('cache-control')).toBe('public, max-age=31536000, immutable');
    expect(answer.headers.get('content-encoding')).toBe('gzip');
  });

  it('never lets the service worker or the page be kept from being looked at anew', async () => {
    const worker = await fetch(`${base}/sw.js`);
    expect(worker.status).toBe(200);
    expect(worker.headers.get('content-type')).toContain('javascript');
    expect(worker.headers.get('cache-control')).toContain('max-age=0');
    expect(worker.headers.get('content-security-policy')).toContain("worker-src 'self'");
  });

  it('lets the worker of the solver compile it, and no other script', async () => {
    const policy = async (file: string) =>
      (await fetch(`${base}/assets/${file}`)).headers.get('content-security-policy');
    expect(await policy('further.worker-abc.js')).toContain("script-src 'self' 'wasm-unsafe-eval';");
    for (const other of ['index-abc.js', 'x-further.worker-abc.js', 'further.worker-abc.js.map'])
      expect(await policy(other)).not.toContain('wasm-unsafe-eval');
  });

  it('hands out nothing from outside the built app', async () => {
    for (const path of [
      '/assets/..%2f..%2fpackage.json',
      '/..%2f..%2fetc/passwd',
      '/assets/%2e%2e/%2e%2e/package.json',
    ]) {
      const answer = await fetch(`${base}${path}`);
      expect(await answer.text()).not.toMatch(/"dependencies"|root:/);
    }
    expect((await fetch(`${base}/api/nothing`, { method: 'POST' })).status).toBe(404);
  });

  it('answers 404 for files that are not there, wherever they are asked for, and never with a path or a stack', async () => {
    for (const path of ['/favicon.ico', '/manifest.webmanifest', '/assets/gone.js', '/robots.txt', '/shelf/a.map']) {
      const answer = await fetch(base + path);
      expect([path, answer.status]).toEqual([path, 404]);
      expect(await answer.text()).toBe('There is nothing at this address.\n');
    }
    for (const path of ['/%E0%A4%A', '/assets/%E0%A4%A', '/assets/%00', '/%ff']) {
      const answer = await fetch(base + path);
      expect(answer.status).toBeGreaterThanOrEqual(400);
      expect(await answer.text()).not.toMatch(/at |node_modules|\/tmp|Error:/);
    }
    expect((await fetch(`${base}/today`, { method: 'DELETE' })).status).toBe(404);
  });

  it('sends the page without its placeholder from /index.html too', async () => {
    const answer = await fetch(`${base}/index.html`);
    expect(answer.url).toBe(`${base}/`);
    expect(await answer.text()).not.toContain('__NONCE__');
  });

  it('answers in JSON under /api, and with 404 for a file that is not there', async () => {
    const api = await fetch(`${base}/api/nothing`);
    expect([api.status, await api.json()]).toEqual([404, { error: 'There is nothing at /api/nothing.' }]);
    expect((await fetch(`${base}/assets/gone.js`)).status).toBe(404);
  });

  it('has a simulated outside class whose calendar changes as time goes by', async () => {
    const offers = (await (await fetch(`${base}/api/feeds`)).json()) as { path: string }[];
    expect(offers).toHaveLength(1);
    const answer = async () => {
      const got = await fetch(base + offers[0]!.path);
      expect(got.headers.get('content-type')).toBe('text/calendar; charset=utf-8');
      const reading = readCalendar(await got.text(), {
        zone: 'UTC',
        from: toDay('2026-08-01'),
        to: toDay('2027-07-31'),
      });
      if ('fault' in reading) throw new Error(reading.fault);
      expect(reading.notes).toEqual([]);
      return reading.events.map((e) => `${e.uid} ${e.from} ${e.start ?? ''} ${e.title}`);
    };
    const first = await answer();
    expect(await answer()).toEqual(first);
    expect(first).toContain('break-29@weir-house.example 2026-11-23  Weir House closed');
    expect(first.filter((e) => e.includes('Day class') && e.includes(' 2026-11-12 13:30'))).toHaveLength(1);
    now = new Date('2027-01-08T12:00:00Z');
    const later = await answer();
    // A session of the next weeks has been moved and an outing told; what stood before stands as it did.
    expect(later.some((e) => e.includes('moved to Friday') && e.includes('2026-12-25'))).toBe(true);
    expect(later.some((e) => e.includes('Outing') && e.includes('2027-01-19'))).toBe(true);
    expect(first.some((e) => e.includes('2027-01-19'))).toBe(false);
    expect(later).toContain('break-29@weir-house.example 2026-11-23  Weir House closed');
  });
});
