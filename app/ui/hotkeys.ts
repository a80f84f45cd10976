import { type HotkeyCallback, type Options, useHotkeys } from 'react-hotkeys-hook';

/** Whether keys are text where the focus is: then they are no commands. A tick box is no text. */
function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement)
    return !['checkbox', 'radio', 'button', 'submit', 'file'].includes(target.type);
  return target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement || target.isContentEditable;
}

/** Signs that need another combination on every keyboard are known by what they write, whatever was held down for it. */
export const BY_SIGN: Options = { useKey: true, ignoreModifiers: true };

/** A key that works anywhere on the page but in a text being written. */
export function useKey(keys: string, act: HotkeyCallback, deps: readonly unknown[] = [], options: Options = {}): void {
  useHotkeys(
    keys,
    act,
    { preventDefault: true, enableOnFormTags: true, ignoreEventWhen: (e) => isTyping(e.target), ...options },
    deps,
  );
}
