import { useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { toDay } from '../../core/calendar';
import { keepPage } from '../../core/deeds';
import { byId, type Child, type Sample, type SchoolYear } from '../../core/household';
import {
  type BarChart,
  type Block,
  chartSvg,
  portfolioOf,
  samplesOf,
  type Section,
  staysWhole,
} from '../../core/record';
import { useHousehold } from '../shell/household';
import { Field, SelectField } from '../ui/field';
import { FileProgress, useFileReading } from '../ui/file-progress';
import { BlobPicture } from '../ui/picture';
import { WorkPicture } from './work-picture';
import { newId } from '../ui/id';
import { count } from '../ui/words';
import { SampleForm } from './sample-form';

/** A child’s year as it was: what goes in is chosen, what is seen is what is printed, and one file holds it for good. */
export default function PortfolioPage() {
  const { childId = '' } = useParams();
  const [params, setParams] = useSearchParams();
  const { household, today } = useHousehold();
  const child = byId(household.children, childId);
  const years = household.years.filter((y) => toDay(y.start) <= today);
  const year = byId(years, params.get('year') ?? '') ?? years.at(-1);
  if (!child || !year)
    return (
      <>
        <h1 className="pb-2">Portfolio</h1>
        <p className="double-rule pt-4">
          {child ? 'With a school year that has begun there is something to gather.' : 'No child has this page.'} See{' '}
          <Link className="page-link" to="/household">
            Household
          </Link>
          .
        </p>
      </>
    );
  return (
    <Shown
      key={`${child.id} ${year.id}`}
      child={child}
      year={year}
      years={years}
      choose={(id) => setParams({ year: id }, { replace: true })}
    />
  );
}

function Shown({
  child,
  year,
  years,
  choose,
}: {
  child: Child;
  year: SchoolYear;
  years: readonly SchoolYear[];
  choose: (id: string) => void;
}) {
  const { household, today, which, commit, say } = useHousehold();
  const [without, setWithout] = useState<ReadonlySet<Section['key']>>(new Set());
  const [sample, setSample] = useState<Sample | 'new'>();
  const packing = useFileReading();
  const all = useMemo(() => portfolioOf(household, year, child, today), [household, year, child, today]);
  const shown = { ...all, sections: all.sections.filter((s) => !without.has(s.key)) };
  const page = household.pages.find((p) => p.childId === child.id && p.yearId === year.id);
  const [text, setText] = useState(page?.text ?? '');
  const samples = samplesOf(household, year, child.id);
  const zip = async () => {
    // What packs is fetched when it is wanted.
    const { portfolioZip } = await import('./portfolio-zip');
    try {
      say(await packing.read((watch) => portfolioZip(household, which, shown, watch)));
    } catch {
      say('The portfolio was not packed.', true);
    }
  };
  return (
    <>
      <div className="print:hidden">
        <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
          <h1 className="wrap-anywhere">Portfolio of {child.name}</h1>
          <span className="flex flex-wrap gap-2">
            <button type="button" className="btn" disabled={packing.share !== undefined} onClick={() => void zip()}>
              As one file (zip)
            </button>
            <button type="button" className="btn btn-strong" onClick={() => window.print()}>
              Print
            </button>
            <FileProgress reading={packing} words="Packing the portfolio …" stopWords="Stop packing" />
          </span>
        </div>
        <div className="double-rule flex flex-wrap items-end gap-x-6 gap-y-2 py-2">
          <SelectField
            label="School year"
            options={years.map((y) => [y.id, y.name] as const)}
            value={year.id}
            onChange={(e) => choose(e.target.value)}
          />
          <fieldset className="flex flex-wrap gap-x-4">
            <legend className="label">What goes in</legend>
            {all.sections.map((s) => (
              <label key={s.key} className="flex min-h-touch items-center gap-2">
                <input
                  type="checkbox"
                  checked={!without.has(s.key)}
                  onChange={() => {
                    const next = new Set(without);
                    if (!next.delete(s.key)) next.add(s.key);
                    setWithout(next);
                  }}
                />
                {s.title}
              </label>
            ))}
          </fieldset>
        </div>
        <section aria-labelledby="samples" className="border-b border-rule py-2">
          <div className="flex flex-wrap items-baseline justify-between gap-3">
            <h2 id="samples" className="text-lead">
              Samples <span className="text-soft">{count(samples.length, 'sample')} this year</span>
            </h2>
            <button type="button" className="btn" onClick={() => setSample('new')}>
              Add a sample
            </button>
          </div>
          <ul aria-label="Samples">
            {samples.map((s) => (
              <li key={s.id}>
                <button
                  type="button"
                  className="page-link press cursor-pointer text-left wrap-anywhere"
                  onClick={() => setSample(s)}
                >
                  {s.words || s.folder || 'a picture'}
                </button>
              </li>
            ))}
          </ul>
        </section>
        <div className="flex flex-wrap items-end gap-3 py-3">
          <Field label="A page of your own words" className="min-w-56 flex-1">
            {(p) => (
              <textarea {...p} rows={3} maxLength={20_000} value={text} onChange={(e) => setText(e.target.value)} />
            )}
          </Field>
          <button
            type="button"
            className="btn"
            disabled={text.trim() === (page?.text ?? '')}
            onClick={() =>
              void commit(`${child.name}, ${year.name}: your own words kept`, (now) =>
                keepPage(now, { childId: child.id, yearId: year.id, text }, newId),
              )
            }
          >
            Keep it
          </button>
        </div>
      </div>
      <article
        aria-label="As it will be printed"
        className="sheet mx-auto max-w-4xl px-4 py-6 sm:px-8 print:border-0 print:p-0"
      >
        <header className="pb-4">
          {shown.cover.map((t, i) =>
            i === 0 ? (
              <h2 key={t} className="text-head wrap-anywhere">
                {t}
              </h2>
            ) : (
              <p key={t}>{t}</p>
            ),
          )}
        </header>
        {shown.sections.map((s) => (
          <section key={s.key} aria-label={s.title} className="pt-4">
            <h3 className="border-b border-ink text-part">{s.title}</h3>
            {s.blocks.map((b, i) => (
              <BlockView key={i} block={b} />
            ))}
          </section>
        ))}
      </article>
      {sample && (
        <SampleForm {...(sample === 'new' ? {} : { sample })} child={child} close={() => setSample(undefined)} />
      )}
    </>
  );
}

/** The drawing that the file and the print have, to the dot. */
function ChartView({ chart }: { chart: BarChart }) {
  const drawing = useMemo(() => new Blob([chartSvg(chart, true)], { type: 'image/svg+xml' }), [chart]);
  const words = `${chart.title}, in ${chart.unit}`;
  return (
    <figure className="my-2 break-inside-avoid">
      <figcaption className="font-semibold">{words}</figcaption>
      <BlobPicture
        blob={drawing}
        alt={`${words}: ${chart.bars.map((b) => `${b.label} ${b.words}`).join(', ')}`}
        className="max-w-full"
      />
    </figure>
  );
}

function BlockView({ block }: { block: Block }) {
  if (block.kind === 'words') return <p className="py-1 whitespace-pre-line wrap-anywhere">{block.text}</p>;
  if (block.kind === 'chart') return <ChartView chart={block.chart} />;
  if (block.kind === 'picture')
    return <WorkPicture picture={block.data} alt={block.alt} className="max-h-96 max-w-full break-inside-avoid" />;
  return (
    <div
      className={`max-w-full overflow-x-auto print:overflow-visible ${staysWhole(block) ? 'break-inside-avoid' : ''}`}
      tabIndex={0}
      role="group"
      aria-label={block.caption}
    >
      <table className="my-2 w-full text-left text-aside">
        <caption className="text-left font-semibold">{block.caption}</caption>
        <thead>
          <tr>
            {block.head.map((h) => (
              <th key={h} scope="col" className="border-b border-ink pr-4 align-bottom font-normal text-soft">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {block.rows.map((r, i) => (
            <tr key={i} className="break-inside-avoid">
              {r.map((c, k) => (
                <td key={k} className="border-b border-rule/60 pr-4 align-top wrap-anywhere">
                  {c}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
