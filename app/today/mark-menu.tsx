import * as Menu from '@radix-ui/react-dropdown-menu';
import { useRef } from 'react';
import { fromDay } from '../../core/calendar';
import { MARK_KINDS, titleOf } from '../../core/household';
import { openDates } from '../../core/pace';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { keepPin } from '../ui/keep-pin';
import { ChildName } from '../ui/ornament';
import { MARK_WORDS } from '../ui/words';
import { MenuTrigger } from './menu-trigger';
import type { MarkMenuProps } from './row-actions';
import { useShownDay } from './shown-day';

/** All marks of a step, by click and touch; the same letters work without it. It comes up open: it is loaded when pressed. */
export default function MarkMenu({ row, family, childrenHere, actions, edit, name, second }: MarkMenuProps) {
  const { household, year, commit } = useHousehold();
  const { on: day } = useShownDay();
  const style = household.settings.dateStyle;
  // A new lesson may wait for one sitting, which is then for practising what came before.
  const next =
    year && row.step.opensNewLesson && !row.mark
      ? openDates(household, row.enrolment, year).find((d) => d > day)
      : undefined;
  const title = titleOf(household, row.enrolment.courseId);
  // A chosen mark moves the focus to the next step; only leaving the menu without one gives it back to its button.
  const chosen = useRef(false);
  const choose = (act: () => void) => () => {
    chosen.current = true;
    act();
  };
  return (
    <Menu.Root
      defaultOpen
      onOpenChange={(open) => {
        if (open) chosen.current = false;
      }}
    >
      <Menu.Trigger asChild>
        <MenuTrigger row={row} name={name} second={second} />
      </Menu.Trigger>
      <Menu.Portal>
        <Menu.Content
          className="menu"
          align="end"
          collisionPadding={8}
          onCloseAutoFocus={(e) => {
            if (!chosen.current) return;
            e.preventDefault();
            if (document.activeElement === document.body) document.getElementById(`done ${row.key}`)?.focus();
          }}
        >
          {MARK_KINDS.filter((k) => k !== 'missed').map((kind) => (
            <Menu.Item
              key={kind}
              className="menu-item"
              onSelect={choose(() => setTimeout(() => actions.mark(row, kind)))}
            >
              <span>
                {MARK_WORDS[kind].word} <span className="text-note opacity-80">{MARK_WORDS[kind].meaning}</span>
              </span>
              <kbd>{MARK_WORDS[kind].key}</kbd>
            </Menu.Item>
          ))}
          <Menu.Separator className="my-1 border-t border-rule" />
          {next !== undefined && (
            <Menu.Item
              className="menu-item"
              onSelect={choose(() => {
                const pin = { enrolmentId: row.enrolment.id, stepId: row.step.id, date: fromDay(next) };
                void keepPin(commit, `${title} ${row.step.lesson.title}`, pin, style);
              })}
            >
              <span>
                practise once more today{' '}
                <span className="text-note opacity-80">it begins {dayAndDate(style, next)}</span>
              </span>
            </Menu.Item>
          )}
          {household.settings.scope === 'mastered' && (
            <Menu.Item className="menu-item" onSelect={choose(() => setTimeout(() => actions.ask('prove', row)))}>
              already knows this from here on … <kbd>shift k</kbd>
            </Menu.Item>
          )}
          <Menu.Item className="menu-item" onSelect={choose(() => setTimeout(() => actions.ask('again', row)))}>
            redo more than this … <kbd>shift a</kbd>
          </Menu.Item>
          {family && (
            <>
              <Menu.Separator className="my-1 border-t border-rule" />
              {childrenHere.map((child) => (
                <Menu.Item
                  key={child.id}
                  className="menu-item"
                  onSelect={choose(() => setTimeout(() => actions.mark(row, 'missed', child)))}
                >
                  <span className="flex items-center gap-1.5">
                    missed by <ChildName child={child} />
                  </span>
                  <kbd>m</kbd>
                </Menu.Item>
              ))}
            </>
          )}
          <Menu.Separator className="my-1 border-t border-rule" />
          <Menu.Item className="menu-item" onSelect={choose(() => setTimeout(edit))}>
            minutes, score, note <kbd>e</kbd>
          </Menu.Item>
          {(row.mark || row.missed.length > 0) && (
            <Menu.Item className="menu-item" onSelect={choose(() => setTimeout(() => actions.unmark(row)))}>
              take the mark off <kbd>u</kbd>
            </Menu.Item>
          )}
        </Menu.Content>
      </Menu.Portal>
    </Menu.Root>
  );
}
