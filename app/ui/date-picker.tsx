import * as Popover from '@radix-ui/react-popover';
import type { RefObject } from 'react';
import { DayPicker, getDefaultClassNames } from 'react-day-picker';
import { useHousehold } from '../shell/household';
import './date-picker.css';

const A_DAY = 86_400_000;
/** The picker thinks in local midnights; a day of the household is a count of days. */
const toLocal = (day: number) => {
  const utc = new Date(day * A_DAY);
  return new Date(utc.getUTCFullYear(), utc.getUTCMonth(), utc.getUTCDate());
};
const fromLocal = (date: Date) => Math.round(Date.UTC(date.getFullYear(), date.getMonth(), date.getDate()) / A_DAY);

/** A month to pick a day from, by hand or keys, under the button that opened it. */
export default function DatePicker({
  label,
  button,
  close,
  day,
  first,
  last,
  onPick,
}: {
  label: string;
  button: RefObject<HTMLButtonElement | null>;
  close: () => void;
  day: number | undefined;
  first: number | undefined;
  last: number | undefined;
  onPick: (day: number) => void;
}) {
  const { household, today } = useHousehold();
  const names = getDefaultClassNames();
  return (
    <Popover.Root open onOpenChange={(open) => !open && close()}>
      <Popover.Anchor virtualRef={button as RefObject<HTMLButtonElement>} />
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={8}
          aria-label={label}
          className="z-50 border border-ink bg-sheet p-2"
          onInteractOutside={(e) => button.current?.contains(e.target as Node) && e.preventDefault()}
          onCloseAutoFocus={(e) => {
            e.preventDefault();
            (button.current?.parentElement?.querySelector('input') ?? button.current)?.focus();
          }}
        >
          <DayPicker
            mode="single"
            required
            autoFocus
            fixedWeeks
            showOutsideDays
            captionLayout="dropdown"
            startMonth={toLocal(today - 366 * 25)}
            endMonth={toLocal(today + 366 * 6)}
            weekStartsOn={(household.settings.firstDay % 7) as 0 | 1 | 2 | 3 | 4 | 5 | 6}
            today={toLocal(today)}
            selected={day === undefined ? undefined : toLocal(day)}
            defaultMonth={toLocal(day ?? today)}
            disabled={[
              ...(first === undefined ? [] : [{ before: toLocal(first) }]),
              ...(last === undefined ? [] : [{ after: toLocal(last) }]),
            ]}
            onSelect={(date) => {
              onPick(fromLocal(date));
              close();
            }}
            classNames={{ ...names, root: `${names.root} day-pick` }}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
