import { PenLine, Redo2, Undo2 } from 'lucide-react';
import { lazy, useEffect, useState } from 'react';
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { ownBegun } from '../../store';
import { BY_SIGN, useKey } from '../ui/hotkeys';
import { useNarrow } from '../ui/use-narrow';
import { DayLists } from './day-lists';
import { Beside, WhatFalls } from './fallen';
import { useHintsAway } from './hint-store';
import { useHousehold } from './household';
import { Lost } from './lost';
import { isMissing, MISSING } from './missing';
import { PlanMark } from './plan-mark';
import { Reminders } from './reminders';
import { Unplanned } from './unplanned';
import { VIEWS } from './views';
import { tip } from '../ui/tip';

const Feeds = lazy(() => import('../feeds/feeds'));
const FootNav = lazy(() => import('./foot-nav'));
const Hint = lazy(() => import('./hint'));
const Tips = lazy(() => import('./tips'));
const Keys = lazy(() => import('./keys'));
const Commands = lazy(() => import('./commands'));
const TrialLine = lazy(() => import('../trial/trial-line'));
const JotDialog = lazy(() => import('../jot/jot-dialog'));

/** From the first movement, press or key on: what serves those need not be fetched before. */
function useAwake(): boolean {
  const [awake, setAwake] = useState(false);
  useEffect(() => {
    if (awake) return;
    const listen = new AbortController();
    for (const kind of ['pointerover', 'pointerdown', 'keydown'])
      document.addEventListener(kind, () => setAwake(true), { signal: listen.signal });
    return () => listen.abort();
  }, [awake]);
  return awake;
}

export function Frame() {
  const { household, which, trial, say, undo, redo, switchTo } = useHousehold();
  const [over, setOver] = useState<'keys' | 'commands' | 'jot'>();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const narrow = useNarrow();
  const away = useHintsAway();
  const awake = useAwake();

  useKey('mod+z, z', () => void undo(), [undo]);
  useKey('mod+shift+z, mod+y, shift+z', () => void redo(), [redo]);
  useKey('?', () => setOver('keys'), [], BY_SIGN);
  useKey('j', () => setOver('jot'));
  useKey('mod+k', () => setOver('commands'));
  useKey('/', () => setOver('commands'), [], BY_SIGN);
  useKey('1,2,3,4,5,6,7,8', (e) => void navigate(VIEWS[Number(e.key) - 1]![0]), [navigate]);

  // A button whose deed has to be fetched first says so when it cannot be.
  useEffect(() => {
    const listen = ({ reason }: PromiseRejectionEvent) => {
      if (isMissing(reason)) say(MISSING, true);
    };
    window.addEventListener('unhandledrejection', listen);
    return () => window.removeEventListener('unhandledrejection', listen);
  }, [say]);

  useEffect(() => {
    const view = VIEWS.find(([to]) => (to === '/' ? pathname === '/' : pathname.startsWith(to)));
    document.title = `${view?.[1] ?? 'Page not found'} · Olden Primer`;
    window.scrollTo(0, 0);
    // Which view stands on the page, once it does: between a press on a link and that the old one is still there.
    const { dataset } = document.documentElement;
    dataset['view'] = pathname;
    return () => {
      delete dataset['view'];
    };
  }, [pathname]);

  return (
    <div className={`flex min-h-screen flex-col print:block print:min-h-0 ${trial ? 'trial' : ''}`}>
      <DayLists />
      <a href="#page" className="sr-only focus:not-sr-only focus:p-3">
        Skip to the page
      </a>
      <header className="mx-auto w-full max-w-[1240px] px-4 pt-1 sm:px-8 print:hidden">
        <div className="flex flex-wrap items-center justify-between gap-x-6">
          <p className="flex min-h-[34px] min-w-0 flex-wrap items-center gap-x-3">
            <span className="font-medium italic">
              Olden Primer <span className="text-soft">· {household.settings.name}</span>
            </span>
            {which === 'sample' && !trial && (
              <span className="text-aside text-soft">
                <span className="hidden sm:inline">
                  a sample household<span className="hidden lg:inline">, apart from yours</span>{' '}
                </span>
                <button
                  type="button"
                  className="press page-link cursor-pointer text-ink"
                  onClick={() => void switchTo('own')}
                >
                  {ownBegun() ? 'Open my own' : 'Start my own'}
                </button>
              </span>
            )}
          </p>
          {!narrow && (
            <nav aria-label="Views" className="-mx-2 flex max-w-[calc(100%+1rem)] overflow-x-auto">
              {VIEWS.map(([to, name]) => (
                <NavLink
                  key={to}
                  to={to}
                  end={to === '/'}
                  className={({ isActive }) =>
                    `press inline-flex flex-none items-center px-2 underline-offset-[6px] hover:underline ${isActive ? 'font-semibold underline decoration-2' : ''}`
                  }
                >
                  {name}
                </NavLink>
              ))}
            </nav>
          )}
        </div>
        {trial && (
          <Beside>
            <TrialLine />
          </Beside>
        )}
        <Lost />
        <Unplanned />
        {!trial && <Reminders />}
      </header>
      <main
        id="page"
        className="mx-auto w-full max-w-[1240px] flex-1 px-4 pt-1 pb-24 sm:px-8 sm:pt-2 print:max-w-none print:p-0"
        tabIndex={-1}
      >
        <WhatFalls>
          <Outlet />
        </WhatFalls>
      </main>
      <footer className="fixed inset-x-0 bottom-0 z-20 border-t border-edge bg-paper print:hidden">
        {!away.includes('all') && (
          <Beside>
            <Hint path={pathname} away={away} />
          </Beside>
        )}
        <div className="mx-auto flex max-w-[1240px] flex-wrap items-center gap-x-2 px-2 py-0.5 sm:flex-nowrap sm:px-8 sm:py-1">
          {narrow && (
            <Beside>
              <FootNav />
            </Beside>
          )}
          <button
            type="button"
            className="btn btn-quiet"
            aria-label="Jot"
            onClick={() => setOver('jot')}
            {...tip('Jot down: j')}
          >
            <PenLine size={18} aria-hidden="true" /> <span className="hidden sm:inline">Jot</span>
          </button>
          <TakeBack />
          <PlanMark />
          <Told />
          <button type="button" className="btn btn-quiet hidden sm:inline-flex" onClick={() => setOver('commands')}>
            <kbd>/</kbd> commands
          </button>
          <button type="button" className="btn btn-quiet hidden md:inline-flex" onClick={() => setOver('keys')}>
            <kbd>?</kbd> keys
          </button>
        </div>
      </footer>
      {household.calendars.length > 0 && (
        <Beside>
          <Feeds />
        </Beside>
      )}
      {awake && (
        <Beside>
          <Tips />
        </Beside>
      )}
      {over && (
        <Beside key={over} gone={() => setOver(undefined)}>
          {over === 'keys' && <Keys close={() => setOver(undefined)} />}
          {over === 'jot' && <JotDialog close={() => setOver(undefined)} />}
          {over === 'commands' && (
            <Commands close={() => setOver(undefined)} jot={() => setOver('jot')} keys={() => setOver('keys')} />
          )}
        </Beside>
      )}
    </div>
  );
}

/** What was done last can be taken back, and done again. */
function TakeBack() {
  const { history, undo, redo } = useHousehold();
  return (
    <>
      <button
        type="button"
        className="btn btn-quiet"
        aria-label="Undo"
        disabled={!history.undo}
        onClick={() => void undo()}
        {...tip(history.undo ? `Take back: ${history.undo}` : 'Nothing to take back')}
      >
        <Undo2 size={18} aria-hidden="true" /> <span className="hidden sm:inline">Undo</span>
      </button>
      <button
        type="button"
        className={`btn btn-quiet ${history.redo ? '' : 'hidden sm:inline-flex'}`}
        aria-label="Redo"
        disabled={!history.redo}
        onClick={() => void redo()}
        {...tip(history.redo ? `Do again: ${history.redo}` : 'Nothing to do again')}
      >
        <Redo2 size={18} aria-hidden="true" /> <span className="hidden sm:inline">Redo</span>
      </button>
    </>
  );
}

/** What happened last, or why it did not. */
function Told() {
  const { notice } = useHousehold();
  return (
    <p
      role="status"
      className={`order-first min-w-0 basis-full truncate px-2 text-aside sm:order-none sm:flex-1 sm:basis-0 sm:px-0 ${notice?.fault ? 'font-bold whitespace-normal' : 'text-soft'}`}
    >
      {notice?.text}
    </p>
  );
}
