import {
  createContext,
  type ReactNode,
  use,
  useCallback,
  useEffect,
  useRef,
  useState,
  useSyncExternalStore,
} from 'react';
import type { Household } from '../../core/household';
import { chooseOpen, noteOwnBegun, openChosen, type Opened, type Which, whichOpen } from '../../store';
import { Noted, type Told } from './noted';
import { type Open, openHousehold, openingHere } from './open-household';

const Context = createContext<Told<Open> | undefined>(undefined);

/** What one part of a page reads of the household that is open: which tables of it, and what beside it. */
class Reader {
  private household: Noted<Household> | undefined;
  private open: Noted<Open> | undefined;
  private last: { of: Open; joined: Open } | undefined;

  constructor(private readonly told: Told<Open>) {}

  read = (): Open => {
    const of = this.told.get();
    if (this.last?.of !== of) {
      this.household ??= new Noted(of.household);
      this.last = { of, joined: { ...of, household: this.household.of(of.household) } };
    }
    this.open ??= new Noted(this.last.joined);
    return this.open.of(this.last.joined);
  };
}

/**
 * The household that is open. Who calls it is drawn anew when a table changes that it has read, or a part beside it, and not for
 * others: the household it gets stays the same object until then.
 */
export function useHousehold(): Open {
  const told = use(Context);
  if (!told) throw new Error('used outside HouseholdProvider');
  const [reader] = useState(() => new Reader(told));
  return useSyncExternalStore(told.subscribe, reader.read);
}

/**
 * The way in which forms store what was typed: onto the rows as they are by then, only what differs from the household as it was
 * when the form was opened, so that nothing that another window changed meanwhile is put back. While one is being stored a second
 * press does nothing; nor does it once the form was kept, however late its fields were read: a form that was kept is closed. `stays`:
 * it goes on, and keeps one thing after another.
 */
export function useFormCommit({ stays = false } = {}): Open['commit'] {
  const { store, commit } = useHousehold();
  // As it is stored: what has come of itself since (a pace of a coming date) is written with the first change of its row.
  const [opened] = useState(store.household);
  const busy = useRef(false);
  return useCallback(
    async (label, puts) => {
      if (busy.current) return false;
      busy.current = true;
      let kept = false;
      try {
        kept = await commit(label, puts, opened);
        return kept;
      } finally {
        busy.current = kept && !stays;
      }
    },
    [commit, opened, stays],
  );
}

export function HouseholdProvider({ children }: { children: ReactNode }) {
  const [which, setWhich] = useState<Which>(whichOpen);
  const [opened, setOpened] = useState<Opened>();
  const [fault, setFault] = useState<string>();

  useEffect(() => {
    let left = false;
    openChosen(which, openingHere()).then(
      (o) => (left ? o.store.close() : setOpened(o)),
      (e: unknown) => setFault(`The household could not be opened: ${e instanceof Error ? e.message : String(e)}`),
    );
    return () => {
      left = true;
    };
  }, [which]);

  const reopen = useCallback(
    async (next: Which) => {
      opened?.store.close();
      setOpened(undefined);
      chooseOpen(next);
      if (next === which) setOpened(await openChosen(next, openingHere()));
      else setWhich(next);
    },
    [opened, which],
  );

  if (fault) return <p className="p-8">{fault}</p>;
  if (!opened) return <p className="p-8 text-soft">Opening the book …</p>;
  return (
    <Inner key={`${which} ${opened.trial?.id ?? ''}`} which={which} opened={opened} reopen={reopen}>
      {children}
    </Inner>
  );
}

function Inner({
  which,
  opened,
  reopen,
  children,
}: {
  which: Which;
  opened: Opened;
  reopen: (which: Which) => Promise<void>;
  children: ReactNode;
}) {
  const [{ open, follow }] = useState(() => openHousehold(opened, which, reopen));
  useEffect(follow, [follow]);
  return (
    <Context value={open}>
      {which === 'own' && <OwnBegun />}
      {children}
    </Context>
  );
}

/** Notes in this browser that the family has begun a household of its own. */
function OwnBegun() {
  const begun = useHousehold().household.children.length > 0;
  useEffect(() => {
    if (begun) noteOwnBegun();
  }, [begun]);
  return null;
}
