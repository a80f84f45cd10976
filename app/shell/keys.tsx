import { MARK_KINDS } from '../../core/household';
import { Dialog } from '../ui/dialog';
import { MARK_WORDS } from '../ui/words';

const GENERAL: [string, string][] = [
  ['↑ ↓', 'to the step above or below on Today'],
  ['e', 'minutes, score and note of a step'],
  ['u', 'take the mark off a step'],
  ['z', 'undo'],
  ['shift z', 'redo'],
  ['shift k', 'already knows this: check and move on'],
  ['shift a', 'again: a lesson, or all since a date'],
  ['← → ↑ ↓', 'from sitting to sitting on Week'],
  ['shift ← shift →', 'move a sitting of Week to the day before or after'],
  ['[ ]', 'the day before and after on Today; the week on Week'],
  ['j', 'jot something down'],
  ['/', 'commands: every view, course and deed by name'],
  ['1 – 8', 'Today, Week, Year, Shelf, Materials, Record, Household, Backup'],
  ['?', 'this list'],
];

export default function Keys({ close }: { close: () => void }) {
  return (
    <Dialog open onClose={close} title="Keys">
      <div className="grid gap-6 sm:grid-cols-2">
        <section>
          <h3 className="mb-2">Marks, on a step of Today, listed or drawn</h3>
          <ul>
            {MARK_KINDS.map((kind) => (
              <li key={kind} className="flex gap-3 py-1">
                <kbd>{MARK_WORDS[kind].key}</kbd>
                <span>
                  {MARK_WORDS[kind].word} <span className="text-soft">({MARK_WORDS[kind].meaning})</span>
                </span>
              </li>
            ))}
          </ul>
        </section>
        <section>
          <h3 className="mb-2">Anywhere</h3>
          <ul>
            {GENERAL.map(([key, what]) => (
              <li key={key} className="flex gap-3 py-1">
                <kbd className="whitespace-nowrap">{key}</kbd>
                <span>{what}</span>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </Dialog>
  );
}
