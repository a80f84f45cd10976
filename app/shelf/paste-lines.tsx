import { LINE_KINDS, type LineChange, type LineKind, type PastedLine } from '../../core/contents';
import { tip } from '../ui/tip';

/** What was understood of each line, to be mended in place: its kind, number, title and pages. */
export function PasteLines({
  lines,
  mend,
}: {
  lines: readonly PastedLine[];
  mend: (index: number, change: LineChange) => void;
}) {
  return (
    <div className="max-h-[62vh] overflow-auto border border-edge" tabIndex={0} role="region" aria-label="Line by line">
      <table className="w-full border-collapse text-aside">
        <thead className="sticky top-0 z-10 bg-sheet">
          <tr className="border-b border-ink">
            <th className="px-2 py-1">Line</th>
            <th className="px-2 py-1">It is</th>
            <th className="px-2 py-1">Number</th>
            <th className="min-w-[180px] px-2 py-1">Title</th>
            <th className="px-2 py-1">Pages</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((l, i) => {
            const off = l.kind === 'nothing';
            const cell = '!min-h-[40px] !border-transparent !bg-transparent hover:!border-edge focus:!bg-sheet';
            return (
              <tr
                key={i}
                className={`border-b border-rule ${l.kind === 'heading' ? 'bg-ink/[0.05] font-semibold' : ''} ${off ? 'text-soft' : ''}`}
              >
                <td className="px-2 text-right text-soft" {...tip(l.raw)}>
                  {l.line}
                </td>
                <td className="px-1">
                  <select
                    aria-label={`line ${l.line} is`}
                    {...tip(l.raw)}
                    className={cell}
                    value={l.kind}
                    onChange={(e) => mend(i, { kind: e.target.value as LineKind })}
                  >
                    {LINE_KINDS.map((k) => (
                      <option key={k} value={k}>
                        {k}
                      </option>
                    ))}
                  </select>
                </td>
                <td className="px-1 whitespace-nowrap">
                  <label className="flex items-center gap-1">
                    {l.label && <span className="pl-1 text-soft">{l.label}</span>}
                    <input
                      aria-label={`number of line ${l.line}`}
                      className={`w-20 ${cell}`}
                      maxLength={20}
                      value={l.number === undefined ? '' : `${l.number}${l.to ? `–${l.to}` : ''}`}
                      onChange={(e) => mend(i, { number: e.target.value })}
                    />
                  </label>
                </td>
                <td className="px-1">
                  <input
                    aria-label={`title of line ${l.line}`}
                    className={`w-full ${cell} ${off ? 'line-through' : ''}`}
                    maxLength={500}
                    value={l.title}
                    onChange={(e) => mend(i, { title: e.target.value })}
                  />
                  {l.doubt && <span className="block px-2 pb-1 text-note text-rubric">{l.doubt}</span>}
                </td>
                <td className="px-1">
                  <input
                    aria-label={`pages of line ${l.line}`}
                    className={`w-24 ${cell}`}
                    maxLength={60}
                    value={l.pages ?? ''}
                    onChange={(e) => mend(i, { pages: e.target.value })}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
