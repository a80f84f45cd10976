import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { array, boolean, object, type ObjectSchema, string } from 'yup';
import { byId, type Course, MAKING_KINDS, type MakingKind, type MakingTask } from '../../core/household';
import { putPocketsBack } from '../../core/deeds';
import { makingWords, pocketName, pocketsOf, pocketWords } from '../../core/prepare';
import { useFormCommit, useHousehold } from '../shell/household';
import { FormDialog } from '../ui/form-dialog';
import { count, listing } from '../ui/words';

/** What has to be printed, copied, cut … for a course before it can be taught. */
export function Making({ course }: { course: Course }) {
  const [editing, setEditing] = useState(false);
  const tasks = course.tasks ?? [];
  const words = (t: MakingTask) => {
    const said = makingWords({
      kind: t.kind,
      ...(t.tool ? { tool: t.tool } : {}),
      ...(t.for === 'level' ? { level: true } : {}),
    });
    return `${said}${t.each ? ', for each child' : ''} (${count(t.minutes, 'minute')})`;
  };
  return (
    <section className="pb-5" aria-labelledby="making">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="making">What has to be made</h2>
        <span className="flex flex-wrap gap-2">
          <Link className="btn btn-quiet" to={`/materials/labels?of=${encodeURIComponent(`course ${course.id}`)}`}>
            Labels for its pockets
          </Link>
          <button type="button" className="btn" onClick={() => setEditing(true)}>
            Say what has to be made
          </button>
        </span>
      </div>
      {tasks.length === 0 ? (
        <p className="text-soft">
          Nothing is said: sheets to print, cards to cut, copies for each child are laid into your own hours once they
          stand here.
        </p>
      ) : (
        <p>{listing(tasks.map(words))}.</p>
      )}
      <Pockets course={course} />
      {editing && <MakingForm course={course} close={() => setEditing(false)} />}
    </section>
  );
}

/** Where the pockets of its lessons are, and each of those that are not ready for the next child. */
function Pockets({ course }: { course: Course }) {
  const { household, today, commit } = useHousehold();
  const pockets = pocketsOf(household, today, course.id);
  const out = pockets.filter((p) => p.is === 'in use' || p.is === 'to put back');
  if (pockets.length === 0) return null;
  return (
    <>
      <p className="pt-1">{pocketWords(pockets)}.</p>
      {out.length > 0 && (
        <ul aria-label="Pockets that are out">
          {out.map((p) => (
            <li key={p.lessonId} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule">
              <span className="min-w-0 flex-1 wrap-anywhere">
                {p.lesson} <span className="text-soft">{p.is}</span>
              </span>
              <button
                type="button"
                className="press page-link cursor-pointer px-2"
                aria-label={`It is back: the pocket of ${p.lesson}`}
                onClick={() =>
                  void commit(`the pocket of ${pocketName(p)} put back`, (now) => putPocketsBack(now, [p], today))
                }
              >
                It is back
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

interface Line {
  minutes: string;
  for: string;
  each: boolean;
  tool: string;
}
interface Values {
  lines: Line[];
}
const line: ObjectSchema<Line> = object({
  minutes: string()
    .defined()
    .trim()
    .test(
      'whole',
      'Give whole minutes up to 600, or leave it empty.',
      (v) => v === '' || (/^\d+$/.test(v) && Number(v) <= 600),
    ),
  for: string().defined(),
  each: boolean().defined(),
  tool: string().defined().trim().max(120, 'Keep the tool under 120 letters.'),
});
const schema: ObjectSchema<Values> = object({ lines: array().of(line).defined() });

/** A line for every kind of work; what has no minutes is not asked for. */
function MakingForm({ course, close }: { course: Course; close: () => void }) {
  const commit = useFormCommit();
  const before = (kind: MakingKind) => course.tasks?.find((t) => t.kind === kind);
  const { register, handleSubmit, formState } = useForm<Values>({
    resolver: yupResolver(schema),
    defaultValues: {
      lines: MAKING_KINDS.map((kind) => {
        const t = before(kind);
        return {
          minutes: t ? String(t.minutes) : '',
          for: t?.for ?? 'lesson',
          each: t?.each ?? false,
          tool: t?.tool ?? '',
        };
      }),
    },
  });
  const keep = async ({ lines }: Values) => {
    const tasks = MAKING_KINDS.flatMap((kind, i): MakingTask[] => {
      const l = lines[i]!;
      if (l.minutes === '' || Number(l.minutes) === 0) return [];
      return [
        {
          ...{ kind, minutes: Number(l.minutes), for: l.for === 'level' ? 'level' : 'lesson' },
          ...(l.each ? { each: true } : {}),
          ...(l.tool ? { tool: l.tool } : {}),
        },
      ];
    });
    const kept = await commit(`What has to be made for ${course.title} changed`, (now) => {
      const row = byId(now.courses, course.id);
      if (!row) return [];
      const { tasks: _before, ...rest } = row;
      return [{ table: 'courses', put: tasks.length > 0 ? { ...rest, tasks } : rest }];
    });
    if (kept) close();
  };
  return (
    <FormDialog
      title={`What has to be made for ${course.title}`}
      close={close}
      wide
      onSubmit={(e) => {
        e.preventDefault();
        void handleSubmit(keep)(e);
      }}
    >
      <p className="text-soft">
        In this order. Minutes of one; what each child has one of is made as often as children come.
      </p>
      <ul>
        {MAKING_KINDS.map((kind, i) => {
          const fault = formState.errors.lines?.[i]?.minutes?.message ?? formState.errors.lines?.[i]?.tool?.message;
          return (
            <li key={kind} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-1">
              <b className="w-28 font-semibold">{kind}</b>
              <label className="flex items-center gap-2">
                <input
                  className="w-16"
                  inputMode="numeric"
                  aria-label={`${kind}: minutes`}
                  {...register(`lines.${i}.minutes`)}
                />{' '}
                min
              </label>
              <select aria-label={`${kind}: how often`} {...register(`lines.${i}.for`)}>
                <option value="lesson">for every lesson</option>
                <option value="level">once for the level</option>
              </select>
              <label className="flex min-h-touch items-center gap-2">
                <input type="checkbox" aria-label={`${kind}: one for each child`} {...register(`lines.${i}.each`)} />{' '}
                for each child
              </label>
              <input
                className="w-44"
                maxLength={120}
                placeholder="with which tool"
                aria-label={`${kind}: tool`}
                {...register(`lines.${i}.tool`)}
              />
              {fault && (
                <span role="alert" className="w-full font-semibold">
                  {fault}
                </span>
              )}
            </li>
          );
        })}
      </ul>
    </FormDialog>
  );
}
