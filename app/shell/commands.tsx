import { Command } from 'cmdk';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { childrenAhead } from '../../core/household';
import { useHousehold } from './household';
import { DEEDS, PAGES, VIEWS } from './views';
import './commands.css';

/** How long a page may take to show the button of a deed, in milliseconds. */
const PATIENCE = 5000;

/** Presses the button of a deed once the page shows it; puts the focus on it where it acts at once. */
function reach(words: string, how: 'focus' | undefined, since = performance.now()): void {
  const said = (el: HTMLElement) => el.dataset['deed'] ?? el.ariaLabel ?? el.textContent.trim();
  const all = document.querySelectorAll<HTMLElement>('main button, main label:has(input[type="file"])');
  const found = [...all].find((el) => said(el) === words);
  if (!found) {
    if (performance.now() - since < PATIENCE) setTimeout(() => reach(words, how, since), 50);
    return;
  }
  const control = found.querySelector('input') ?? found;
  control.focus();
  control.scrollIntoView({ block: 'nearest' });
  if (how !== 'focus') control.click();
}

/** Every view, course and deed by name: type a few letters, press Enter. */
export default function Commands({ close, jot, keys }: { close: () => void; jot: () => void; keys: () => void }) {
  const { household, today, which, history, undo, redo, switchTo } = useHousehold();
  const navigate = useNavigate();
  const [before] = useState(() => document.activeElement);
  /** Leaves the list and gives the focus back; what is done next finds it there. */
  const leave = (act?: () => void) => {
    close();
    setTimeout(() => {
      if (before instanceof HTMLElement && before.isConnected) before.focus();
      act?.();
    });
  };
  const things = household.materials.filter((m) => !m.retired);
  const run = (act: () => void) => () => leave(act);
  const item = (words: string, act: () => void, hint?: string) => (
    <Command.Item key={words} value={words} className="menu-item" onSelect={run(act)}>
      {words} {hint && <kbd>{hint}</kbd>}
    </Command.Item>
  );
  return (
    <Command.Dialog
      open
      onOpenChange={(open) => !open && leave()}
      label="Commands"
      overlayClassName="fixed inset-0 z-30 bg-ink/30"
      contentClassName="fixed top-[12vh] left-1/2 z-40 w-[calc(100vw-24px)] max-w-xl -translate-x-1/2 border border-ink bg-sheet"
    >
      <Command.Input
        placeholder="Where to, or what to do?"
        aria-label="Where to, or what to do?"
        className="!min-h-[52px] w-full !border-0 !border-b !border-rule !px-4 text-lead"
      />
      <Command.List className="max-h-[60vh] overflow-y-auto p-1.5">
        <Command.Empty className="p-3 text-soft">Nothing by that name.</Command.Empty>
        <Command.Group heading="Do" className="command-group">
          {item('Jot something down', jot, 'j')}
          {DEEDS.map(([to, words, how]) =>
            item(words, () => {
              void navigate(to);
              reach(words, how);
            }),
          )}
          {item('Why weeks are crowded; could the plan be better?', () => void navigate('/year/courses'))}
          {item('What past days were: school was held, sick, no school', () => void navigate('/year/attendance'))}
          {history.undo && item(`Undo: ${history.undo}`, () => void undo(), 'z')}
          {history.redo && item(`Redo: ${history.redo}`, () => void redo(), 'shift z')}
          {item('Show all keys', keys, '?')}
          {which === 'sample'
            ? item('Open my own household', () => void switchTo('own'))
            : item('Open the sample household', () => void switchTo('sample'))}
        </Command.Group>
        <Command.Group heading="Go to" className="command-group">
          {VIEWS.map(([to, name], i) => item(name, () => void navigate(to), String(i + 1)))}
        </Command.Group>
        <Command.Group heading="Pages" className="command-group">
          {PAGES.map(([to, name]) => item(name, () => void navigate(to)))}
        </Command.Group>
        {household.children.length > 0 && (
          <Command.Group heading="Children" className="command-group">
            {childrenAhead(household, today).map((c) =>
              item(`The page of ${c.name}`, () => void navigate(`/child/${encodeURIComponent(c.id)}`)),
            )}
          </Command.Group>
        )}
        {household.courses.length > 0 && (
          <Command.Group heading="Courses" className="command-group">
            {household.courses.map((c) => (
              <Command.Item
                key={c.id}
                value={`${c.title} ${c.level ?? ''} ${c.id}`}
                className="menu-item"
                onSelect={run(() => void navigate(`/shelf/${encodeURIComponent(c.id)}`))}
              >
                {c.title}
                {c.level && <span className="text-note opacity-80">{c.level}</span>}
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {things.length > 0 && (
          <Command.Group heading="Where is …" className="command-group">
            {things.map((m) => (
              <Command.Item
                key={m.id}
                value={`${m.name} ${(m.tags ?? []).join(' ')} where is ${m.id}`}
                className="menu-item"
                onSelect={run(() => void navigate(`/materials?part=all&thing=${encodeURIComponent(m.id)}`))}
              >
                {m.name} <span className="text-note opacity-80">{m.place || 'no place is given'}</span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
      </Command.List>
    </Command.Dialog>
  );
}
