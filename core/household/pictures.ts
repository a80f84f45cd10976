import type { Household } from './types';

/**
 * The name of a picture that is too large to stand in its row: it lies beside the household under the hash of its bytes (SHA-256,
 * FIPS 180-4), so that each is kept once, and undo, older copies and merged files need only name it.
 */
export const STORED_PICTURE = /^sha256-[0-9a-f]{64}$/;
export const isStored = (picture: string): boolean => STORED_PICTURE.test(picture);

/** The pictures that lie beside a household, each once, in order of its samples. */
export const storedPictures = ({ samples }: Pick<Household, 'samples'>): string[] => [
  ...new Set(samples.flatMap(({ picture }) => (picture !== undefined && isStored(picture) ? [picture] : []))),
];

/** The household in a backup that is a zip. */
export const HOUSEHOLD_FILE = 'household.json';

/** Under which name a stored picture lies in a backup, and whose picture a file of that name is; undefined for any other file. */
export const pictureFile = (picture: string): string => `pictures/${picture.slice('sha256-'.length)}.jpg`;
export function pictureOfFile(file: string): string | undefined {
  const hash = /^pictures\/([0-9a-f]{64})\.jpg$/.exec(file)?.[1];
  return hash && `sha256-${hash}`;
}
