import { memo } from 'react';
import type { Day } from '../../core/calendar';
import { type DayGroup, foldedWords } from '../../core/day';
import { Ornament } from '../ui/ornament';
import { Pace } from './pace';
import { Row } from './row';
import type { RowActions } from './row-actions';

/** One stretch of the day: whose it is in the left margin, the steps in the middle, each course's pace on the right. */
export const Group = memo(function Group({
  group,
  heading,
  actions,
  editing,
  setEditing,
  day,
}: {
  group: DayGroup;
  /** The heading the stretch stands under, where it is not the day's own; it keeps each stretch's name its own. */
  heading?: string;
  actions: RowActions;
  editing: string | undefined;
  setEditing: (key: string | undefined) => void;
  day: Day;
}) {
  const together = group.children.length > 1;
  return (
    <section
      className="grid grid-cols-[minmax(0,1fr)] border-b border-edge sm:grid-cols-[96px_minmax(0,1fr)] lg:grid-cols-[120px_minmax(0,1fr)]"
      aria-label={[heading, group.children.map((c) => c.name).join(', ')].filter(Boolean).join(': ')}
    >
      <div className="flex flex-wrap content-start items-baseline gap-x-2 pt-1 sm:justify-end sm:border-r sm:border-rubric/40 sm:pt-2 sm:pr-3">
        {together && <p className="label sm:basis-full sm:text-right">together</p>}
        {group.children.map((c) => (
          <p key={c.id} className={`flex items-center gap-1 ${together ? 'text-note leading-[1.15]' : 'label'}`}>
            {c.name}
            <Ornament name={c.ornament} colour={c.colour} size={together ? 13 : 19} />
          </p>
        ))}
      </div>
      <div className="flex flex-col">
        {group.sittings.map((sitting) => (
          <div
            key={sitting.enrolment.id}
            className="grid flex-1 grid-cols-[minmax(0,1fr)] border-b border-rule last:border-b-0 md:grid-cols-[minmax(0,1fr)_200px] lg:grid-cols-[minmax(0,1fr)_376px] print:grid-cols-[minmax(0,1fr)_200px]"
          >
            <ul className="flex flex-col">
              {sitting.rows.map((row) => (
                <Row
                  key={row.key}
                  row={row}
                  sitting={sitting}
                  actions={actions}
                  open={editing === row.key}
                  setEditing={setEditing}
                />
              ))}
              {sitting.folded.length > 0 && (
                <li className="px-3 py-2 text-soft sm:pl-[62px]">{foldedWords(sitting.folded)}</li>
              )}
            </ul>
            <Pace enrolment={sitting.enrolment} course={sitting.course} day={day} />
          </div>
        ))}
      </div>
    </section>
  );
});
