import * as Popover from '@radix-ui/react-popover';
import { type RefObject, useCallback, useEffect, useId, useRef, useState } from 'react';

/** How long a pointer rests before something is said, and a finger stays (longer than a slow press takes), in milliseconds. */
const REST = 450;
const STAYS = 650;
/** A finger that moves farther is scrolling, in pixels. */
const STILL = 10;
const CONTROL = 'button, a, input, select, textarea, label, [role="gridcell"]';

const withTip = (target: EventTarget | null): HTMLElement | undefined =>
  (target instanceof Element && target.closest<HTMLElement>('[data-tip]')) || undefined;

/**
 * Says what `tip` (app/ui/tip.ts) put on an element: one listener for the whole page instead of one a control. By pointer, by
 * the keyboard's focus, and by a finger that stays (whose press then does nothing else) or taps on words that do nothing.
 */
export default function Tips() {
  const [words, setWords] = useState<string>();
  const at = useRef<HTMLElement>(null);
  const id = useId();
  /** Takes back what was said; a control’s own description stays. */
  const hide = useCallback(() => {
    if (at.current?.getAttribute('aria-describedby') === id) at.current.removeAttribute('aria-describedby');
    at.current = null;
    setWords(undefined);
  }, [id]);

  useEffect(() => {
    let wait: ReturnType<typeof setTimeout> | undefined;
    let down: { x: number; y: number } | undefined;
    let swallow = false;
    /** What is said or waited for, and what the pointer rests on: a focus that moves elsewhere by itself ends no pointer’s tip. */
    let about: HTMLElement | undefined;
    let pointed: HTMLElement | undefined;
    const leave = () => {
      clearTimeout(wait);
      about = undefined;
      hide();
    };
    const focusLeaves = () => {
      if (!about || about !== pointed) leave();
    };
    const show = (el: HTMLElement) => {
      if (!el.isConnected) return;
      leave();
      about = el;
      at.current = el;
      if (!el.hasAttribute('aria-describedby')) el.setAttribute('aria-describedby', id);
      setWords(el.dataset['tip']);
    };
    const showSoon = (el: HTMLElement, after = REST, then?: () => void) => {
      clearTimeout(wait);
      about = el;
      wait = setTimeout(() => {
        show(el);
        then?.();
      }, after);
    };
    const listen = new AbortController();
    const on = <K extends keyof DocumentEventMap>(
      kind: K,
      does: (e: DocumentEventMap[K]) => void,
      options: AddEventListenerOptions = {},
    ) => document.addEventListener(kind, does, { signal: listen.signal, ...options });

    on('pointerover', (e) => {
      if (e.pointerType !== 'mouse') return;
      const el = withTip(e.target);
      pointed = el;
      if (el === at.current && el) return;
      leave();
      if (el && e.buttons === 0) showSoon(el);
    });
    on('focusin', (e) => {
      const el = withTip(e.target);
      if (el && e.target instanceof Element && e.target.matches(':focus-visible')) showSoon(el);
      else if (!el) focusLeaves();
    });
    on('focusout', focusLeaves);
    on('pointerdown', (e) => {
      leave();
      swallow = false;
      const el = withTip(e.target);
      if (!el || e.pointerType === 'mouse') return;
      if (!el.closest(CONTROL)) return show(el);
      down = { x: e.clientX, y: e.clientY };
      showSoon(el, STAYS, () => (swallow = true));
    });
    on('pointermove', (e) => {
      if (down && Math.hypot(e.clientX - down.x, e.clientY - down.y) > STILL) {
        clearTimeout(wait);
        down = undefined;
      }
    });
    for (const end of ['pointerup', 'pointercancel'] as const)
      on(end, () => {
        clearTimeout(wait);
        down = undefined;
      });
    // The finger asked what it is, not for it to be done.
    on(
      'click',
      (e) => {
        if (!swallow) return;
        swallow = false;
        e.preventDefault();
        e.stopPropagation();
      },
      { capture: true },
    );
    on('contextmenu', (e) => swallow && e.preventDefault());
    // What is waited for under a pointer that rests is said after the scrolling.
    on('scroll', hide, { capture: true, passive: true });
    on('keydown', (e) => e.key !== 'Escape' && leave());
    return () => {
      leave();
      listen.abort();
    };
  }, [id, hide]);

  if (words === undefined) return null;
  return (
    <Popover.Root open onOpenChange={(open) => !open && hide()}>
      <Popover.Anchor virtualRef={at as RefObject<HTMLElement>} />
      <Popover.Portal>
        <Popover.Content
          id={id}
          role="tooltip"
          side="top"
          sideOffset={6}
          collisionPadding={8}
          className="pointer-events-none z-50 max-w-[min(22rem,92vw)] border border-ink bg-ink px-2 py-1 text-aside text-sheet wrap-anywhere print:hidden"
          onOpenAutoFocus={(e) => e.preventDefault()}
          onCloseAutoFocus={(e) => e.preventDefault()}
        >
          {words}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
