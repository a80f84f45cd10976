import { useState } from 'react';
import { meanwhileText, readMeanwhile } from '../../core/day';
import { useHousehold } from '../shell/household';
import { Field } from '../ui/field';

/** What children do while they wait: the household's own list, kept when the field is left. */
export function WhileWaiting() {
  const { household, commit } = useHousehold();
  const kept = meanwhileText(household.settings.meanwhile);
  return (
    <section aria-labelledby="waiting">
      <h2 id="waiting" className="pb-1">
        While they wait
      </h2>
      <List
        key={kept}
        kept={kept}
        keep={(list) =>
          void commit('what is done while waiting', (now) => {
            const { meanwhile: _before, ...rest } = now.settings;
            return [{ table: 'settings', put: list.length > 0 ? { ...rest, meanwhile: list } : rest }];
          })
        }
      />
    </section>
  );
}

type Listed = Exclude<ReturnType<typeof readMeanwhile>, { sentence: string }>;

function List({ kept, keep }: { kept: string; keep: (list: Listed) => void }) {
  const [text, setText] = useState(kept);
  const [fault, setFault] = useState<string>();
  const leave = () => {
    const read = readMeanwhile(text);
    if ('sentence' in read) return setFault(read.sentence);
    setFault(undefined);
    if (meanwhileText(read) !== kept) keep(read);
  };
  return (
    <Field
      label="Something to do, a line each"
      hint="“puzzle, 3–8: the wooden puzzle”; “copy page, 6+”; “drawing”. Offered in the drawing of the day, behind what a course has."
      fault={fault}
    >
      {(p) => (
        <textarea
          {...p}
          rows={4}
          maxLength={20_000}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onBlur={leave}
        />
      )}
    </Field>
  );
}
