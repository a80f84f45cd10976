import { Check } from 'lucide-react';
import { type KeyboardEvent, memo } from 'react';
import { Link } from 'react-router';
import { fromDay } from '../../core/calendar';
import { lessonName, pageWords, stepName } from '../../core/course';
import type { DayRow, DaySitting } from '../../core/day';
import { editionFlag } from '../../core/materials/editions';
import { wayOf, byId, titleOf, takerIdsOn } from '../../core/household';
import { writeScore } from '../../core/log';
import { deckBeside, drillOffer } from '../../core/practice';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { listing, PRESENCE_WORDS, SIGNS, tookWords } from '../ui/words';
import { Details } from './details';
import { InHand } from './pace';
import { markKeys } from './mark-keys';
import { MenuButton } from './menu-button';
import { asksProof, ProofStrip } from './proof-strip';
import type { RowActions } from './row-actions';
import { once } from '../ui/once';

export const Row = memo(function Row({
  row,
  sitting,
  actions,
  open,
  setEditing,
}: {
  row: DayRow;
  sitting: DaySitting;
  actions: RowActions;
  open: boolean;
  setEditing: (key: string | undefined) => void;
}) {
  const { household } = useHousehold();
  const setOpen = (on: boolean) => setEditing(on ? row.key : undefined);
  const { step, mark } = row;
  const name = lessonName(step.lesson.title);
  const odd = editionFlag(sitting.course, stepName(step), row.pages);
  const family = sitting.children.length > 1;
  const fullName = `${titleOf(household, sitting.course.id)}, ${step.lesson.title}, ${stepName(step)}`;
  const { helper: help } = row.enrolment;
  const helper = help?.kinds.includes(step.kind) ? byId(household.children, help.childId) : undefined;
  const back = () => document.getElementById(`done ${row.key}`)?.focus();

  const marks = markKeys({ row, family, scope: household.settings.scope, actions, edit: () => setOpen(!open) });
  const onKeyDown = (e: KeyboardEvent) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[e.key] as 1 | -1 | undefined;
    if (!by || e.ctrlKey || e.metaKey || e.altKey || e.shiftKey) return marks(e);
    if ((e.target as HTMLElement).closest('form, [role=menu]')) return;
    actions.move(row, by);
    e.preventDefault();
    e.stopPropagation();
  };

  return (
    <li
      onKeyDown={onKeyDown}
      className={`flex flex-1 flex-col justify-center border-b border-rule/60 last:border-b-0 ${mark ? 'bg-ink/[0.045]' : ''}`}
      data-row={row.key}
    >
      <div className="row-line flex items-center gap-x-1 pl-1 sm:pl-2">
        <button
          id={`done ${row.key}`}
          type="button"
          className="row-ring flex flex-none cursor-pointer items-center justify-center rounded-full"
          aria-label={mark ? `${fullName}: ${mark.kind}. Take the mark off` : `${fullName}: mark done`}
          aria-pressed={mark !== undefined}
          onClick={once(() => (mark ? actions.unmark(row) : actions.mark(row, 'done')))}
        >
          <span
            className={`flex size-[28px] items-center justify-center rounded-full border-[1.500px] text-plain leading-none font-semibold ${
              mark?.kind === 'done'
                ? 'settle border-ink bg-ink text-sheet'
                : mark
                  ? 'settle border-ink bg-sheet'
                  : row.fresh
                    ? 'border-2 border-rubric bg-sheet'
                    : 'border-edge bg-sheet'
            }`}
          >
            {mark?.kind === 'done' ? (
              <Check size={18} strokeWidth={3} aria-hidden="true" />
            ) : mark ? (
              SIGNS[mark.kind]
            ) : null}
          </span>
        </button>
        <span
          className={`flex w-[2.300rem] sm:w-[3.700rem] flex-none flex-col items-center leading-none ${row.fresh ? 'font-semibold text-rubric' : ''}`}
        >
          <span className="text-part sm:text-title">{name.numeral ?? '·'}</span>
          {name.word && <span className="font-sans text-tiny whitespace-nowrap sm:text-fine">{name.word}</span>}
        </span>
        <div className="min-w-0 flex-1 py-0.5 leading-snug">
          {/* On a phone one run of words: a line of its own for the minutes would cost the page a third of its rows. */}
          <p className="inline wrap-break-word sm:block">
            <span className={`font-medium ${row.fresh ? 'text-rubric' : ''}`}>
              {titleOf(household, sitting.course.id)}
            </span>
            {row.fresh && (
              <span className="label ml-2 border border-rubric px-1 whitespace-nowrap text-rubric">new lesson</span>
            )}
            <span className="ml-1">
              {' '}
              {name.rest && (!name.numeral || wayOf(household.settings, 'detail') === 'text') && `${name.rest} · `}
              <i>{stepName(step)}</i>
            </span>
          </p>{' '}
          <p className="inline text-aside text-soft sm:block">
            <span className="sm:hidden">· </span>
            {mark ? (
              <MarkSummary row={row} />
            ) : (
              <>
                <span className="whitespace-nowrap">{row.minutes} min</span>,{' '}
                {helper ? `${helper.name} helps, you near` : PRESENCE_WORDS[step.presence]}
                {step.optional && ' · optional'}
                {row.pages && <ManualPages pages={row.pages} before={row.readBefore} />}
                {row.prepare !== undefined && <b className="font-semibold text-ink"> · {row.prepare} min to prepare</b>}
                {row.note && <b className="font-semibold text-ink"> · {row.note}</b>}
                {odd && ` · ${odd}`}
                {row.left && ` · left: ${row.left}`}
                {row.proof && ' · checks what was skipped'}
                {row.carriedFrom !== undefined && (
                  <span className="hidden sm:inline">
                    {' '}
                    · carried from {dayAndDate(household.settings.dateStyle, row.carriedFrom)}
                  </span>
                )}
                {household.drills.length > 0 && <DrillLink row={row} />}
                {row === sitting.rows[0] && household.decks.length > 0 && <CardsLink sitting={sitting} />}
                {row === sitting.rows[0] && <InHand enrolmentId={row.enrolment.id} />}
              </>
            )}
            {row.missed.length > 0 && ` · missed by ${listing(row.missed.map((c) => c.name))}`}
          </p>
        </div>
        <MenuButton
          row={row}
          family={family}
          childrenHere={sitting.children}
          actions={actions}
          edit={() => setOpen(true)}
          name={fullName}
        />
      </div>
      {row.proof && mark && (['again', 'partly'].includes(mark.kind) || asksProof(row)) && <ProofStrip row={row} />}
      {open && (
        <Details
          row={row}
          close={() => {
            setOpen(false);
            back();
          }}
        />
      )}
    </li>
  );
});

function ManualPages({ pages, before }: { pages: string; before: boolean }) {
  const at = pageWords(pages);
  return before ? (
    <b className="font-semibold text-ink"> · read {at} before</b>
  ) : (
    <span className="hidden sm:inline"> · manual {at}</span>
  );
}

/** Where a drill is chosen for the step, the way to it; it is held for one child. */
function DrillLink({ row: { enrolment, step, missed } }: { row: DayRow }) {
  const { household, today } = useHousehold();
  const [childId, ...others] = takerIdsOn(household, enrolment, today).filter((id) => !missed.some((c) => c.id === id));
  const offer = others.length === 0 && childId ? drillOffer(household, enrolment.id, step.id) : undefined;
  if (!offer) return null;
  const to = new URLSearchParams({ drill: offer.drill.id, child: childId!, enrolment: enrolment.id, step: step.id });
  return (
    <span className="hidden sm:inline">
      {' · '}
      <Link className="page-link" to={`/cards?${to.toString()}`}>
        drill: {offer.drill.name}
      </Link>
    </span>
  );
}

/** The cards of the course, until they were reviewed today: a few beside every lesson. */
function CardsLink({ sitting: { course, children } }: { sitting: DaySitting }) {
  const { household, today } = useHousehold();
  const [child, ...others] = children;
  const deck = child && others.length === 0 && deckBeside(household, course.id, child.id, fromDay(today));
  if (!child || !deck) return null;
  return (
    <span className="hidden sm:inline">
      {' · '}
      <Link className="page-link" to={`/cards?${new URLSearchParams({ review: deck.id, child: child.id }).toString()}`}>
        cards: {deck.name}
      </Link>
    </span>
  );
}

function MarkSummary({ row }: { row: DayRow }) {
  const mark = row.mark!;
  const parts = [
    tookWords(mark.minutes),
    mark.minutesLeft === undefined ? undefined : `${mark.minutesLeft} min left`,
    mark.left ? `left: ${mark.left}` : undefined,
    mark.score ? `score ${writeScore(mark.score)}` : undefined,
    mark.note ? `“${mark.note}”` : undefined,
  ].filter((p) => p !== undefined);
  return (
    <>
      <b className="font-semibold text-ink">{mark.kind}</b>
      {parts.length > 0 && ` · ${parts.join(' · ')}`}
    </>
  );
}
