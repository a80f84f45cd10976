import { Link } from 'react-router';
import { byId } from '../../core/household';
import { shareMaking } from '../../core/deeds';
import { type PrepLine, type Sharing, sharingWords } from '../../core/prepare';
import { useHousehold } from '../shell/household';
import { count } from '../ui/words';
import { PrepList } from './prep-list';

/** What the teachers have to make ready for the coming weeks, each in their own hours, what is due first done first. */
export function Ready({ lines, sharing }: { lines: PrepLine[]; sharing: Sharing | undefined }) {
  const { household } = useHousehold();
  const teachers = [...new Set(lines.map((l) => l.teacher.id))];
  const late = lines.filter((l) => l.late !== undefined || l.on.length === 0);
  const made = household.prepared.filter((p) => p.part === undefined).length;
  return (
    <section aria-labelledby="ready">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="ready">To make ready</h2>
        <Link className="btn btn-quiet print:hidden" to="/materials/labels">
          Labels for pockets and boxes
        </Link>
      </div>
      {lines.length === 0 && (
        <p className="py-2 text-soft">
          Nothing in the coming six weeks. A lesson is listed here once its contents say how many minutes it takes to
          make it ready.
        </p>
      )}
      {late.length > 0 && (
        <p className="py-1 font-semibold">
          {count(late.length, 'piece')} of work will not be ready in time with the minutes there are.
        </p>
      )}
      {(sharing || household.settings.sharesMaking) && <Share sharing={sharing} />}
      {teachers.map((id) => (
        <section key={id} aria-label={`To make ready, ${byId(household.teachers, id)?.name ?? ''}`} className="pb-4">
          {teachers.length > 1 && <h3 className="label pt-2">{byId(household.teachers, id)?.name}</h3>}
          <PrepList lines={lines.filter((l) => l.teacher.id === id)} />
        </section>
      ))}
      {made > 0 && (
        <p className="text-soft">
          {count(made, 'lesson')} made ready so far: what was made serves whoever comes to {made === 1 ? 'it' : 'them'}{' '}
          next.
        </p>
      )}
    </section>
  );
}

/** What would come late, shared out among those who teach: what it comes to, and one press for it. */
function Share({ sharing }: { sharing: Sharing | undefined }) {
  const { household, commit } = useHousehold();
  const on = household.settings.sharesMaking ?? false;
  const share = (so: boolean) =>
    commit(so ? 'what would come late is shared out' : 'each makes ready for their own lessons', (now) =>
      shareMaking(now, so),
    );
  return (
    <div className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1">
      <p className="min-w-0 basis-full wrap-anywhere sm:flex-1 sm:basis-0">
        {sharing
          ? sharingWords(sharing, on)
          : 'What would come late is shared out among those who teach; nothing is at present.'}{' '}
        {sharing && (
          <span className="text-soft">
            Shared out by a rule of thumb; another way may do better still. What is read ahead stays with who teaches
            it.
          </span>
        )}
      </p>
      <button type="button" className="btn print:hidden" onClick={() => void share(!on)}>
        {on ? 'Each for their own lessons' : 'Share it out'}
      </button>
    </div>
  );
}
