import { useDraggable } from '@dnd-kit/core';
import * as Menu from '@radix-ui/react-dropdown-menu';
import { Pin } from 'lucide-react';
import { type KeyboardEvent, useRef, useState } from 'react';
import { type Day, weekdayOf } from '../../core/calendar';
import { stepName } from '../../core/course';
import type { Enrolment } from '../../core/household';
import type { WeekDay, WeekItem } from '../../core/week';
import { WEEKDAY_NAMES } from '../ui/dates';
import { MARK_WORDS, SIGNS } from '../ui/words';
import type { MoveActions } from './move-actions';
import { tip } from '../ui/tip';

/** "7" with a small "2/6" behind it: lesson and step as numbers. */
function StepNumber({ item, struck }: { item: WeekItem; struck?: boolean }) {
  const { step } = item;
  const at = step.lesson.steps.findIndex((s) => s.id === step.id) + 1;
  return (
    <span
      className={`whitespace-nowrap ${item.fresh ? 'font-semibold text-rubric underline decoration-2 underline-offset-4' : ''} ${struck ? 'text-soft line-through' : ''}`}
    >
      <span className="text-lead leading-none">{item.number}</span>
      {step.lesson.steps.length > 1 && (
        <span className="pl-[1px] font-sans text-fine">
          {' '}
          {at}/{step.lesson.steps.length}
        </span>
      )}
    </span>
  );
}

const words = (i: WeekItem) => `${i.step.lesson.title}, ${stepName(i.step)}${i.fresh ? ', new lesson' : ''}`;

/** What is marked on a day, or was published for it and stands elsewhere. */
export function Marked({ item }: { item: WeekItem }) {
  const said = item.slipped
    ? `${words(item)}: published for this day, moved since`
    : `${words(item)}: ${MARK_WORDS[item.mark!].word}`;
  return (
    <span className="inline-flex min-h-[34px] items-center gap-1 px-1" {...tip(said)}>
      <span aria-hidden="true">
        <StepNumber item={item} struck={item.slipped} />
      </span>
      {item.mark && (
        <span aria-hidden="true" className="text-aside">
          {item.mark === 'done' ? '✓' : SIGNS[item.mark]}
        </span>
      )}
      <span className="sr-only">{said}</span>
    </span>
  );
}

/** One planned sitting: dragged, moved by keys, or sent to a day by its menu. */
export function Sitting({
  enrolment,
  title,
  day,
  items,
  days,
  move,
  letGo,
  hold,
}: MoveActions & { enrolment: Enrolment; title: string; day: Day; items: WeekItem[]; days: WeekDay[] }) {
  const [open, setOpen] = useState(false);
  const moved = useRef(false);
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: `${enrolment.id} ${day} sitting`,
    data: { enrolment, day },
  });
  const id = (d: Day) => `sitting ${enrolment.id} ${d}`;
  /** The focus goes with the sitting: to where it stands once the plan has followed. */
  const moveTo = (to: Day) => {
    hold(undefined);
    if (!move(enrolment, day, to)) return;
    const until = Date.now() + 4000;
    const look = () => {
      const there = document.getElementById(id(to));
      if (there) there.focus();
      else if (Date.now() < until) setTimeout(look, 60);
    };
    look();
  };
  const onKeyDown = (e: KeyboardEvent) => {
    const by = e.shiftKey ? { ArrowLeft: -1, ArrowRight: 1 }[e.key] : undefined;
    if (by) {
      const at = days.findIndex((d) => d.day === day);
      const to = days[at + by];
      if (to) moveTo(to.day);
    } else if (e.key === 'u') letGo(enrolment, day);
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const pinned = items.some((i) => i.pinned);
  const { role: _r, tabIndex: _t, 'aria-describedby': _d, ...more } = attributes;
  return (
    <Menu.Root
      open={open}
      onOpenChange={(now) => {
        setOpen(now);
        if (!now) hold(undefined);
      }}
    >
      <Menu.Trigger asChild>
        <button
          {...more}
          {...listeners}
          ref={setNodeRef}
          id={id(day)}
          type="button"
          data-sitting={enrolment.id}
          className={`inline-flex min-h-[40px] min-w-[40px] cursor-grab touch-manipulation flex-wrap items-center gap-x-2 rounded-[3px] border border-transparent px-1 hover:border-edge ${isDragging ? 'z-10 border-ink bg-sheet' : ''}`}
          style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)`, position: 'relative' } : {}}
          data-weekday={WEEKDAY_NAMES[weekdayOf(day)]}
          onPointerDown={(e) => {
            // The menu opens on a click, so that a press can also begin a drag.
            listeners?.['onPointerDown']?.(e);
            e.preventDefault();
          }}
          onClick={(e) => {
            e.currentTarget.focus();
            setOpen(true);
          }}
          onKeyDown={onKeyDown}
        >
          <span className="sr-only">
            {title}, {WEEKDAY_NAMES[weekdayOf(day)]}: {items.map(words).join('; ')}
            {pinned && ', moved here by hand'}
          </span>
          {items.map((i) => (
            <span key={i.step.id} aria-hidden="true">
              <span className="mr-1 hidden size-[11px] rounded-full border border-ink print:inline-block" />
              <StepNumber item={i} />
            </span>
          ))}
          {pinned && <Pin size={14} aria-hidden="true" />}
        </button>
      </Menu.Trigger>
      <Menu.Portal>
        <Menu.Content
          className="menu"
          collisionPadding={8}
          onCloseAutoFocus={(e) => {
            if (moved.current) e.preventDefault();
            moved.current = false;
          }}
        >
          <Menu.Label className="px-3 py-1 text-aside">
            {items.map((i) => (
              <span key={i.step.id} className="block">
                {words(i)} · {i.minutes} min
              </span>
            ))}
          </Menu.Label>
          <Menu.Separator className="my-1 border-t border-rule" />
          {days
            .filter((d) => d.day !== day)
            .map((d) => (
              <Menu.Item
                key={d.day}
                className="menu-item"
                onFocus={() => hold({ enrolment, from: day, to: d.day })}
                onSelect={() => {
                  moved.current = true;
                  moveTo(d.day);
                }}
              >
                to {WEEKDAY_NAMES[weekdayOf(d.day)]}
              </Menu.Item>
            ))}
          <Menu.Item
            className="menu-item"
            onFocus={() => hold({ enrolment, from: day, to: day + 7 })}
            onSelect={() => {
              moved.current = true;
              moveTo(day + 7);
            }}
          >
            to the same day a week later
          </Menu.Item>
          {pinned && (
            <Menu.Item className="menu-item" onSelect={() => letGo(enrolment, day)}>
              let the planner choose again <kbd>u</kbd>
            </Menu.Item>
          )}
        </Menu.Content>
      </Menu.Portal>
    </Menu.Root>
  );
}
