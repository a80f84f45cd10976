import compression from 'compression';
import express, { type ErrorRequestHandler, type Express, type Response } from 'express';
import helmet from 'helmet';
import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { FEEDS, weirHouse } from './feeds';
import { hold, search } from './library';
import { orderStatus, SHOP } from './shop';
import { askedAbout } from './simulated';

/** The script of the worker that runs the solver. */
const SOLVER = /^\/further\.worker-[\w-]+\.js$/;

/**
 * Serves the built app from `dist`. The page may load nothing from anywhere else and run no inline script; the few
 * style sheets that dialogs add while open carry a number that is new with every page. `now` is the clock by which the
 * simulated outside services live.
 */
export function makeApp(dist: string, now: () => Date = () => new Date()): Express {
  const app = express();
  const page = readFileSync(join(dist, 'index.html'), 'utf8');
  app.disable('x-powered-by');
  app.use((_req, res, next) => {
    res.locals['nonce'] = randomBytes(16).toString('base64');
    next();
  });
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: [
            "'self'",
            (_req, res) => `'nonce-${(res as unknown as { locals: { nonce: string } }).locals.nonce}'`,
          ],
          imgSrc: ["'self'", 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      frameguard: { action: 'deny' },
      referrerPolicy: { policy: 'no-referrer' },
      // The app is served over plain http on the family's own machine.
      strictTransportSecurity: false,
      crossOriginOpenerPolicy: true,
    }),
  );
  app.use(compression());
  // The solver is WebAssembly: its own worker may compile it, and no other script.
  app.use('/assets', (req, res, next) => {
    const policy = SOLVER.test(req.path) && res.getHeader('Content-Security-Policy');
    if (typeof policy === 'string')
      res.setHeader(
        'Content-Security-Policy',
        policy.replace("script-src 'self'", "script-src 'self' 'wasm-unsafe-eval'"),
      );
    next();
  });
  app.use('/assets', express.static(join(dist, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
  // The page with its number for styles is sent from its own addresses alone.
  app.get('/index.html', (_req, res) => res.redirect(301, '/'));
  app.use(express.static(dist, { index: false, maxAge: 0 }));
  const today = () => Math.floor(now().getTime() / 86_400_000);
  app.get('/api/feeds', (_req, res) => {
    res.set('Cache-Control', 'no-cache').json(FEEDS);
  });
  app.get(FEEDS[0].path, (_req, res) => {
    res.set('Cache-Control', 'no-cache').type('text/calendar; charset=utf-8').send(weirHouse(today()));
  });
  app.get('/api/library/search', (req, res) => {
    const words = typeof req.query['for'] === 'string' ? req.query['for'].slice(0, 200) : '';
    res.set('Cache-Control', 'no-cache').json(search(words, today()));
  });
  app.get('/api/library/holds', (req, res) => {
    const told = askedAbout(req.query['of']).flatMap(({ name, day }) => hold(name, day, today()) ?? []);
    res.set('Cache-Control', 'no-cache').json(told);
  });
  app.get('/api/shop', (_req, res) => {
    res.set('Cache-Control', 'no-cache').json({ name: SHOP });
  });
  app.get('/api/shop/orders', (req, res) => {
    const told = askedAbout(req.query['of']).map(({ name, day }) => orderStatus(name, day, today()));
    res.set('Cache-Control', 'no-cache').json(told);
  });
  app.use('/api', (req, res) => {
    res.status(404).json({ error: `There is nothing at ${req.originalUrl}.` });
  });
  app.get('/{*path}', (req, res) => {
    // Addresses of the app have no dot; what has one is a file, and it is not there.
    if (/\.[^/]*$/.test(req.path)) return void notFound(res);
    const { nonce } = res.locals as { nonce: string };
    res.set('Cache-Control', 'no-cache').type('html').send(page.replace('__NONCE__', nonce));
  });
  app.use((_req, res) => void notFound(res));
  // What went wrong inside is nobody's business outside: no stack, no path of this machine.
  const failed: ErrorRequestHandler = (error: { status?: unknown }, _req, res, next) => {
    if (res.headersSent) return next(error);
    const status = typeof error.status === 'number' && error.status >= 400 && error.status < 500 ? error.status : 500;
    if (status === 404) return void notFound(res);
    const words = status < 500 ? 'This address cannot be understood.' : 'The server could not answer this just now.';
    res.status(status).type('text/plain').send(`${words}\n`);
  };
  app.use(failed);
  return app;
}

const notFound = (res: Response) => res.status(404).type('text/plain').send('There is nothing at this address.\n');
