import * as Popover from '@radix-ui/react-popover';
import { Command } from 'cmdk';
import type { RefObject } from 'react';

/** One of a list: what is stored, and the words for it. */
export interface Option {
  value: string;
  words: string;
}

/** Titles repeat ("Review"), so that what the list goes by is the words and the place. */
const key = (o: Option, i: number) => `${o.words} ${i + 1}`;

/** A long list under the field that opened it: typed to search, arrows and Enter to choose; the chosen one in sight. */
export default function ChoiceList({
  button,
  options,
  chosen,
  choose,
  close,
}: {
  button: RefObject<HTMLButtonElement | null>;
  options: readonly Option[];
  chosen: Option;
  choose: (value: string) => void;
  close: () => void;
}) {
  return (
    <Popover.Root open onOpenChange={(open) => !open && close()}>
      <Popover.Anchor virtualRef={button as RefObject<HTMLButtonElement>} />
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={2}
          collisionPadding={8}
          aria-label="Choose one"
          className="z-50 w-[min(26rem,94vw)] border border-ink bg-sheet"
          onInteractOutside={(e) => button.current?.contains(e.target as Node) && e.preventDefault()}
          onCloseAutoFocus={(e) => {
            e.preventDefault();
            button.current?.focus();
          }}
        >
          <Command
            label="Search the list"
            defaultValue={key(chosen, options.indexOf(chosen))}
            // By the words as they stand; looser matches would bring nearly every lesson.
            filter={(_value, search, words) =>
              words?.[0]?.toLowerCase().includes(search.trim().toLowerCase()) ? 1 : 0
            }
          >
            <Command.Input
              placeholder={`Search among ${options.length}`}
              className="w-full !border-0 !border-b !border-rule"
            />
            <Command.List className="max-h-[min(20rem,45vh)] overflow-y-auto p-1">
              <Command.Empty className="p-3 text-soft">Nothing with these letters.</Command.Empty>
              {options.map((o, i) => (
                <Command.Item
                  key={key(o, i)}
                  value={key(o, i)}
                  keywords={[o.words]}
                  className="menu-item wrap-anywhere"
                  onSelect={() => {
                    choose(o.value);
                    close();
                  }}
                >
                  {o.words}
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
