import { useMemo } from 'react';
import { lessonsIn } from '../../core/course';
import { byId, childrenOf, titleOf } from '../../core/household';
import { contentsLabel, keptLabel, type Label, LABEL_SHEETS, laidOut, pocketLabels } from '../../core/labels';
import { type PlaceNode, placeTree } from '../../core/materials';
import { keptThings } from '../../core/record';
import { useHousehold } from '../shell/household';
import { Field, NumberField, SelectField } from '../ui/field';
import { Choice, lessonOptions } from '../ui/choice';
import { useQuery } from '../ui/use-query';
import { count } from '../ui/words';
import './labels.css';

const flat = (list: readonly PlaceNode[]): PlaceNode[] => list.flatMap((n) => [n, ...flat(n.inside)]);

/** Labels for the pockets of a course, or for a box and what is in it: chosen, seen as they will be, printed in black and white. */
export default function LabelsPage() {
  const { household, today } = useHousehold();
  const [params, change] = useQuery();
  const asked = (key: string) => params.get(key) ?? '';
  // Another thing to label has lessons of its own.
  const set = (key: string, value: string) =>
    change({ ...(key === 'of' ? { from: undefined, to: undefined } : {}), [key]: value });
  const places = useMemo(() => flat(placeTree(household)), [household]);
  const of = asked('of') || (household.courses[0] ? `course ${household.courses[0].id}` : '');
  const course = of.startsWith('course ') ? byId(household.courses, of.slice(7)) : undefined;
  const place = of.startsWith('place ') ? places.find((p) => p.path === of.slice(6)) : undefined;
  const kept = of.startsWith('kept ') ? keptThings(household, of.slice(5), today) : undefined;
  const sheet = LABEL_SHEETS.find((s) => s.id === asked('sheet')) ?? LABEL_SHEETS[0]!;
  const pieces = Math.min(50, Math.max(1, Math.floor(Number(asked('pieces'))) || 1));
  const skip = Math.max(0, Math.floor(Number(asked('skip'))) || 0);
  const each = asked('each') === 'yes';
  const names = each
    ? [
        ...new Set(
          household.enrolments
            .filter((e) => e.courseId === course?.id)
            .flatMap((e) => childrenOf(household, e).map((c) => c.name)),
        ),
      ]
    : [];
  const labels: Label[] = course
    ? pocketLabels(household, course, { from: asked('from'), to: asked('to'), pieces, names })
    : place
      ? [contentsLabel(place)]
      : kept
        ? [keptLabel(household, of.slice(5), kept.keepFor, kept.things, today)]
        : [];
  const pages = laidOut(sheet, labels, skip);
  return (
    <>
      <div className="print:hidden">
        <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
          <h1>Labels</h1>
          <button type="button" className="btn btn-strong" disabled={labels.length === 0} onClick={() => print()}>
            Print {count(pages.length, 'sheet')}
          </button>
        </div>
        <div className="flex flex-wrap items-end gap-4 pb-2">
          <Field label="Labels for">
            {(p) => (
              <select {...p} value={of} onChange={(e) => set('of', e.target.value)}>
                <optgroup label="The pockets of a course">
                  {household.courses.map((c) => (
                    <option key={c.id} value={`course ${c.id}`}>
                      {c.title} {c.level}
                    </option>
                  ))}
                </optgroup>
                {kept && (
                  <optgroup label="What is kept">
                    <option value={of}>
                      {titleOf(household, of.slice(5))}, for {kept.keepFor.child.name}
                    </option>
                  </optgroup>
                )}
                <optgroup label="A place and what is in it">
                  {places.map((n) => (
                    <option key={n.path} value={`place ${n.path}`}>
                      {n.path}
                    </option>
                  ))}
                </optgroup>
              </select>
            )}
          </Field>
          {course && (
            <>
              {(['from', 'to'] as const).map((end) => (
                <Field key={end} label={end === 'from' ? 'From lesson' : 'To lesson'}>
                  {(p) => (
                    <Choice
                      {...p}
                      options={lessonOptions(lessonsIn(course), end === 'from' ? 'the first' : 'the last')}
                      value={asked(end)}
                      onChange={(value) => set(end, value)}
                    />
                  )}
                </Field>
              ))}
              <NumberField
                label="Pieces a lesson"
                className="w-24"
                value={asked('pieces') || '1'}
                onChange={(e) => set('pieces', e.target.value)}
              />
              <label className="flex min-h-touch items-center gap-2">
                <input type="checkbox" checked={each} onChange={(e) => set('each', e.target.checked ? 'yes' : '')} />{' '}
                one for each child
              </label>
            </>
          )}
          <SelectField
            label="On sheets of"
            options={LABEL_SHEETS.map((s) => [s.id, s.name] as const)}
            value={sheet.id}
            onChange={(e) => set('sheet', e.target.value)}
          />
          <NumberField
            label="Labels used up on the first sheet"
            className="w-24"
            value={asked('skip') || '0'}
            onChange={(e) => set('skip', e.target.value)}
          />
        </div>
        <p className="pb-3 text-soft">
          {count(labels.length, 'label')} on {count(pages.length, 'sheet')}. Print at 100 per cent, without margins; try
          it on plain paper first and hold it against the labels.
        </p>
      </div>
      <div className="overflow-x-auto print:overflow-visible" role="region" aria-label="The sheets" tabIndex={0}>
        {pages.map((page, n) => (
          <div
            key={n}
            className="label-sheet mb-4 print:mb-0"
            data-paper={sheet.paper}
            aria-label={`Sheet ${n + 1}`}
            role="group"
          >
            {page.map(({ x, y, label }, i) => (
              <div
                key={i}
                className="label-spot"
                {...(sheet.cut ? { 'data-cut': true } : {})}
                style={{ left: `${x}mm`, top: `${y}mm`, width: `${sheet.width}mm`, height: `${sheet.height}mm` }}
              >
                <b className="block text-[1.1em] font-semibold">{label.title}</b>
                <span className="block">{label.what}</span>
                <span className="block text-[0.9em]">{label.more.join(' · ')}</span>
              </div>
            ))}
          </div>
        ))}
      </div>
    </>
  );
}
