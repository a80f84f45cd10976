import { countContents } from '../../core/course';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import {
  buildUnits,
  COURSE_TEMPLATE,
  type CsvReading,
  mendLine,
  type PageReading,
  type PastedLine,
  readingsOf,
} from '../../core/contents';
import { KIND_DEFAULTS } from '../../core/course';
import { byId, type Course, type Unit } from '../../core/household';
import { useHousehold } from '../shell/household';
import { download } from '../ui/download';
import { Field, InputField } from '../ui/field';
import { count } from '../ui/words';
import { PasteLines } from './paste-lines';
import { asPattern, noSteps, StepsOfLesson } from './steps-of-lesson';
import { readCsvFile } from '../../worker/files';
import { FileButton } from '../ui/file-button';
import { encodingWords, FileProgress, useFileReading } from '../ui/file-progress';
import { newId } from '../ui/id';

const EXAMPLE = 'Unit 1: Water\nLesson 1: Rain ........ 3\nLesson 2: Springs ..... 7\nUnit 1 Test ........... 11';

/** A course from its contents page as pasted text, or from a CSV file; or more lessons for a course that is there. */
export default function PastePage() {
  const { household, commit } = useHousehold();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const onto = byId(household.courses, params.get('to') ?? '');
  const [title, setTitle] = useState('');
  const [text, setText] = useState('');
  const [lines, setLines] = useState<PastedLine[]>([]);
  const [by, setBy] = useState<PageReading['by']>();
  const [readings, setReadings] = useState<PageReading[]>([]);
  const [steps, setSteps] = useState(noSteps({ introduce: 1, practise: 1 }));
  const [weigh, setWeigh] = useState(false);
  const [csv, setCsv] = useState<CsvReading>();
  const [wanting, setWanting] = useState(false);
  const reading = useFileReading();
  const [fileFault, setFileFault] = useState<string>();
  // A prefix of its own keeps ids apart from those the course has already.
  const prefix = useMemo(() => (onto ? `${newId().slice(0, 8)}-` : ''), [onto]);
  const units = useMemo(
    (): Unit[] => (csv ? csv.units : buildUnits(lines, asPattern(steps), prefix)),
    [csv, lines, steps, prefix],
  );
  const doubtful = lines.filter((l) => l.doubt !== undefined).length;
  const total = countContents(units);
  const paged = lines.some((l) => l.pages && l.kind === 'lesson');

  const read = (next: string) => {
    setText(next);
    setCsv(undefined);
    const found = readingsOf(next);
    setReadings(found);
    setBy(undefined);
    setLines(found[0]?.lines ?? []);
  };
  const choose = async (chosen: File) => {
    const read = await reading.read((watch) => readCsvFile(chosen, prefix, watch));
    if ('fault' in read) return setFileFault(read.fault);
    setFileFault(encodingWords(read.encoding));
    setCsv(read);
    setText('');
    setLines([]);
    if (!title && !onto) setTitle(chosen.name.replace(/\.[^.]*$/, ''));
  };
  const keep = async () => {
    if (total.lessons + total.tests === 0 || (!onto && !title.trim())) return setWanting(true);
    const put: Course = onto
      ? { ...onto, units: [...onto.units, ...units], ...(weigh ? { weighByPages: true } : {}) }
      : {
          id: newId(),
          title: title.trim(),
          kinds: { ...KIND_DEFAULTS },
          countsNew: true,
          ...(weigh ? { weighByPages: true } : {}),
          units,
        };
    const label = onto ? `${onto.title}: ${count(total.lessons, 'lesson')} added` : `${put.title} put on the shelf`;
    const done = await commit(label, (now) => {
      // What is added goes behind the course as it is when its turn comes.
      const latest = onto && byId(now.courses, onto.id);
      return [
        {
          table: 'courses',
          put: latest
            ? { ...latest, ...(weigh ? { weighByPages: true } : {}), units: [...latest.units, ...units] }
            : put,
        },
      ];
    });
    if (done) void navigate(`/shelf/${encodeURIComponent(put.id)}`);
  };

  return (
    <div>
      <h1 className="pb-2">{onto ? `${onto.title}: more contents` : 'A course from its contents page'}</h1>
      <div className="double-rule grid gap-x-10 gap-y-5 pt-4 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <div className="flex flex-col gap-4">
          {!onto && (
            <InputField
              label="Title of the course"
              fault={wanting && !title.trim() ? 'Give the course a title.' : undefined}
              autoFocus
              maxLength={500}
              value={title}
              onChange={(e) => setTitle(e.target.value)}
            />
          )}
          <Field
            label="The contents page, pasted"
            hint="Copied from a PDF, a web page or a spreadsheet, or typed. Every line is shown beside, to be corrected."
            fault={
              wanting && units.length === 0 ? 'No lesson yet: paste the contents, or choose a CSV file.' : undefined
            }
          >
            {(p) => (
              <textarea
                {...p}
                rows={lines.length > 0 ? 6 : 12}
                placeholder={EXAMPLE}
                value={text}
                onChange={(e) => read(e.target.value)}
              />
            )}
          </Field>
          <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
            <FileButton accept=".csv,.tsv,text/csv" onFile={choose}>
              From a CSV file
            </FileButton>
            <button
              type="button"
              className="page-link min-h-touch cursor-pointer"
              onClick={() => download('course template.csv', COURSE_TEMPLATE, 'text/csv')}
            >
              A template to fill in
            </button>
          </div>
          <FileProgress reading={reading} />
          {fileFault && (
            <p role="alert" className="border-2 border-ink p-3">
              {fileFault}
            </p>
          )}
          {!csv && <StepsOfLesson value={steps} onChange={setSteps} />}
          {paged && (
            <label className="flex min-h-touch items-center gap-2">
              <input type="checkbox" checked={weigh} onChange={(e) => setWeigh(e.target.checked)} /> give lessons with
              more manual pages more of the year
            </label>
          )}
          <div role="status" className="border border-ink bg-sheet p-3">
            {units.length === 0 ? (
              'Nothing read yet.'
            ) : (
              <>
                {total.units > 0 && `${count(total.units, 'unit')}, `}
                <b>{count(total.lessons, 'lesson')}</b>
                {total.tests > 0 && `, ${count(total.tests, 'test')}`}: <b>{count(total.steps, 'step')}</b> in all.
              </>
            )}
          </div>
          <div className="flex flex-wrap gap-2">
            <button type="button" className="btn btn-strong" onClick={() => void keep()}>
              {csv && csv.faults.length > 0
                ? `Take the ${count(csv.rows, 'good row')}`
                : onto
                  ? 'Add these lessons'
                  : 'Put it on the shelf'}
            </button>
            <Link className="btn" to={onto ? `/shelf/${encodeURIComponent(onto.id)}` : '/shelf'}>
              Cancel
            </Link>
          </div>
        </div>
        <div className="min-w-0">
          {csv ? (
            <CsvReport csv={csv} />
          ) : lines.length > 0 ? (
            <>
              {readings.length > 1 && (
                <Field label="The page is read by">
                  {(p) => (
                    <select
                      {...p}
                      value={by ?? readings[0]!.by}
                      onChange={(e) => {
                        const wanted = e.target.value;
                        const chosen = readings.find((r) => r.by === wanted);
                        setBy(chosen?.by);
                        setLines(chosen?.lines ?? []);
                      }}
                    >
                      {readings.map((r) => (
                        <option key={r.by}>{r.by}</option>
                      ))}
                    </select>
                  )}
                </Field>
              )}
              <p className="py-1 text-soft">
                {doubtful === 0
                  ? 'Nothing of it is in doubt.'
                  : `${count(doubtful, 'line is', 'lines are')} in doubt, and ${doubtful === 1 ? 'says' : 'say'} why.`}
              </p>
              <PasteLines
                lines={lines}
                mend={(i, change) => setLines(lines.map((l, k) => (k === i ? mendLine(l, change) : l)))}
              />
            </>
          ) : (
            <p className="text-soft">
              What is understood of each line will stand here: headings, lessons, tests, pages.
            </p>
          )}
        </div>
      </div>
    </div>
  );
}

/** Rows of a CSV file that could not be taken, each with why; and the lessons that could. */
function CsvReport({ csv }: { csv: CsvReading }) {
  const lessons = csv.units.flatMap((u) => u.lessons);
  return (
    <div className="flex flex-col gap-4">
      {csv.faults.length > 0 && (
        <div role="alert">
          <p className="pb-1 font-semibold">
            {count(csv.faults.length, 'row', 'rows')} could not be read. Nothing is stored yet: mend the file and choose
            it again, or take the good rows.
          </p>
          <ul className="max-h-[30vh] overflow-auto border border-edge p-2" tabIndex={0} aria-label="Rows with faults">
            {csv.faults.map((f, i) => (
              <li key={i}>
                Row {f.row}
                {f.column && `, column “${f.column}”`}: {f.sentence}
              </li>
            ))}
          </ul>
        </div>
      )}
      <ul aria-label="Lessons read">
        {lessons.slice(0, 40).map((l) => (
          <li key={l.id} className="flex justify-between gap-3 border-b border-rule py-1">
            <span className="min-w-0 wrap-break-word">{l.title}</span>
            <span className="text-soft">{count(l.steps.length, 'step')}</span>
          </li>
        ))}
        {lessons.length > 40 && <li className="py-1 text-soft">and {lessons.length - 40} more</li>}
      </ul>
    </div>
  );
}
