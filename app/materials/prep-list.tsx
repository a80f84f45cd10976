import { makeReady } from '../../core/deeds';
import { type PrepLine, preparedRow, prepWords } from '../../core/prepare';
import { useHousehold } from '../shell/household';

/** Lessons to make ready, each with a box to tick. */
export function PrepList({ lines }: { lines: readonly PrepLine[] }) {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  return (
    <ul aria-label="To make ready">
      {lines.map((line) => (
        <li key={`${line.courseId} ${line.lessonId}`} className="border-b border-rule">
          <label className="flex min-h-[44px] items-center gap-3">
            <input
              type="checkbox"
              checked={false}
              onChange={() =>
                void commit(`${line.title}, ${line.lesson.title}: made ready`, (now) =>
                  makeReady(now, preparedRow(line, today), true),
                )
              }
            />
            <span className="min-w-0 flex-1 wrap-anywhere">
              {line.title}, {line.lesson.title}
              <span
                className={`block text-[0.95rem] ${line.late === undefined && line.on.length > 0 ? 'text-soft' : ''}`}
              >
                {prepWords(style, line, today)}
              </span>
            </span>
            <span className="text-soft">{line.minutes} min</span>
          </label>
        </li>
      ))}
    </ul>
  );
}
