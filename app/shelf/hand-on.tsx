import { useHousehold } from '../shell/household';
import { count } from '../ui/words';
import { download } from '../ui/download';

/** All curricula for another family: their course files and a list in one zip, without anything of one's own. */
export function HandOn() {
  const { household, say } = useHousehold();
  const hand = async () => {
    const [{ curriculaFiles }, { strToU8, zipSync }] = await Promise.all([
      import('../../core/course-file'),
      import('fflate'),
    ]);
    const files = curriculaFiles(household);
    const packed = zipSync(Object.fromEntries([...files].map(([name, text]) => [name, strToU8(text)])));
    download('curricula.zip', packed as BlobPart, 'application/zip');
    say(
      `${count(files.size - 1, 'course')} in one file, without prices, places or names. The other family unpacks it and chooses the files under “From a course file”.`,
    );
  };
  return (
    <button type="button" className="press page-link cursor-pointer print:hidden" onClick={() => void hand()}>
      Hand the curricula on
    </button>
  );
}
