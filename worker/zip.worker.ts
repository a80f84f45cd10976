import { BlobReader, BlobWriter, configure, TextReader, ZipWriter } from '@zip.js/zip.js/external';
import { expose } from 'comlink';

/** A file in a zip: a text, or a picture. */
export interface ZipEntry {
  name: string;
  body: string | Blob;
}

// This is a worker already.
configure({ useWebWorkers: false });

const writer = {
  /** Texts are packed; pictures are packed as they are. */
  async write(entries: readonly ZipEntry[], tell: (share: number) => void): Promise<Blob> {
    const zip = new ZipWriter(new BlobWriter('application/zip'));
    for (const [i, { name, body }] of entries.entries()) {
      if (typeof body === 'string') await zip.add(name, new TextReader(body), { level: 6 });
      else await zip.add(name, new BlobReader(body), { level: 0 });
      tell((i + 1) / entries.length);
    }
    return zip.close();
  },
};

export type ZipWorker = typeof writer;
expose(writer);
