import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { CARD_SIZES, cardSheets, type CardSize, cardSize, type CardSpot, type Paper, PAPERS } from '../../core/cards';
import { byId } from '../../core/household';
import { useHousehold } from '../shell/household';
import { SelectField } from '../ui/field';
import { Picture } from '../ui/picture';
import { count } from '../ui/words';
import './print.css';

/** A deck on sheets, fronts and backs by turns, so that printed on both sides each back lies behind its front. */
export default function PrintPage() {
  const { deckId = '' } = useParams();
  const { household } = useHousehold();
  const [paper, setPaper] = useState<Paper>('A4');
  const [size, setSize] = useState<CardSize>('small');
  const deck = byId(household.decks, deckId);
  if (!deck)
    return (
      <>
        <h1 className="pb-2">Cards to print</h1>
        <p className="double-rule pt-4">
          No deck has this page. See{' '}
          <Link className="page-link" to="/cards">
            Cards
          </Link>
          .
        </p>
      </>
    );
  const sheets = cardSheets(household, deck, paper, size);
  const { width, height } = cardSize(paper, size);
  const side = (spots: readonly CardSpot[], name: string) => (
    <div key={name} className="label-sheet mb-4 print:mb-0" data-paper={paper} role="group" aria-label={name}>
      {spots.map((s, i) => (
        <div
          key={i}
          className="card-spot"
          style={{ left: `${s.x}mm`, top: `${s.y}mm`, width: `${width}mm`, height: `${height}mm` }}
        >
          {s.picture && <Picture data={s.picture} alt="" className="max-h-[45%] object-contain" />}
          <span className="card-words" data-long={s.text.length > 40 ? true : undefined}>
            {s.text}
          </span>
          <span className="card-label">{s.label}</span>
        </div>
      ))}
    </div>
  );
  return (
    <>
      <div className="print:hidden">
        <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
          <h1 className="wrap-anywhere">{deck.name}, to print</h1>
          <button type="button" className="btn btn-strong" disabled={sheets.length === 0} onClick={() => print()}>
            Print {count(sheets.length, 'sheet')}
          </button>
        </div>
        <div className="flex flex-wrap items-end gap-4 pb-2">
          <SelectField
            label="Paper"
            options={Object.keys(PAPERS).map((k) => [k, k] as const)}
            value={paper}
            onChange={(e) => setPaper(e.target.value as Paper)}
          />
          <SelectField
            label="Cards"
            options={(Object.keys(CARD_SIZES) as CardSize[]).map(
              (k) => [k, `${k}, ${CARD_SIZES[k].across * CARD_SIZES[k].down} a sheet`] as const,
            )}
            value={size}
            onChange={(e) => setSize(e.target.value as CardSize)}
          />
        </div>
        <p className="pb-3 text-soft">
          Print on both sides, turned about the long edge, at 100 per cent and without margins; cut along the lines.
          Cutting with a blade or a paper cutter is for an adult’s hands.
        </p>
      </div>
      <div className="overflow-x-auto print:overflow-visible" role="region" aria-label="The sheets" tabIndex={0}>
        {sheets.flatMap((s, n) => [side(s.front, `Sheet ${n + 1}, fronts`), side(s.back, `Sheet ${n + 1}, backs`)])}
      </div>
    </>
  );
}
