import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { bytesOf } from './data-address';
import { FileButton } from './file-button';

/** A small picture stands in its row: its longest side in pixels, and the most letters it takes as a data address. */
const SMALL = { side: 320, most: 60_000 };
/** A picture of work is kept beside the household: large enough to read a page of handwriting. In pixels and bytes. */
const LARGE = { side: 1600, most: 400_000 };

/** A picture of the household's own. Pages show no inlined data, so it is shown by an address of its own. */
export function Picture({ data, alt, className = '' }: { data: string; alt: string; className?: string }) {
  const blob = useMemo(() => {
    const { bytes, type } = bytesOf(data);
    return new Blob([bytes], { type });
  }, [data]);
  return <BlobPicture blob={blob} alt={alt} className={className} />;
}

/** A picture that is at hand as a file. */
export function BlobPicture({ blob, alt, className = '' }: { blob: Blob; alt: string; className?: string }) {
  const shown = useRef<HTMLImageElement>(null);
  useEffect(() => {
    const made = URL.createObjectURL(blob);
    if (shown.current) shown.current.src = made;
    return () => URL.revokeObjectURL(made);
  }, [blob]);
  return <img ref={shown} alt={alt} className={className} />;
}

/** A picture redrawn with its longest side at most so long, turned upright as the camera meant it: nothing of place and device stays in it. */
async function redrawn(file: Blob, side: number): Promise<HTMLCanvasElement | undefined> {
  const image = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => undefined);
  if (!image) return undefined;
  const shrink = Math.min(1, side / Math.max(image.width, image.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(image.width * shrink));
  canvas.height = Math.max(1, Math.round(image.height * shrink));
  const pen = canvas.getContext('2d')!;
  // A drawing without ground is seen on paper.
  pen.fillStyle = '#fff';
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  return canvas;
}

const QUALITIES = [0.85, 0.7, 0.5, 0.3];
const UNREADABLE = 'This picture cannot be read here: save it as JPEG or PNG first.';
const TOO_FULL = 'This picture is too full of detail to be made small.';

/** Makes a picture small enough to stand in a row, as a data address; or says why it cannot be. */
export async function smallPicture(file: Blob): Promise<string | { fault: string }> {
  const canvas = await redrawn(file, SMALL.side);
  if (!canvas) return { fault: UNREADABLE };
  for (const quality of QUALITIES) {
    const address = canvas.toDataURL('image/jpeg', quality);
    if (address.length <= SMALL.most) return address;
  }
  return { fault: TOO_FULL };
}

/** Makes a picture of work fit to be kept, as large and as sharp as it may be; or says why it cannot be. */
export async function workPicture(file: Blob): Promise<Blob | { fault: string }> {
  for (let side = LARGE.side; side >= SMALL.side; side = Math.round(side * 0.75)) {
    const canvas = await redrawn(file, side);
    if (!canvas) return { fault: UNREADABLE };
    for (const quality of QUALITIES.slice(0, 3)) {
      const made = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', quality));
      if (made && made.size <= LARGE.most) return made;
    }
  }
  return { fault: TOO_FULL };
}

/** A picture, chosen from a file or the camera, or taken away. `make`: what is kept of the file chosen; a small picture unless said. */
export function PictureField({
  label,
  value,
  change,
  make = smallPicture,
  show = (data) => <Picture data={data} alt="" className="size-20 object-contain" />,
}: {
  label: string;
  value: string | undefined;
  change: (picture: string | undefined) => void;
  make?: (file: Blob) => Promise<string | { fault: string }>;
  show?: (value: string) => ReactNode;
}) {
  const [fault, setFault] = useState<string>();
  return (
    <div className="flex flex-wrap items-center gap-3">
      {value && show(value)}
      <FileButton
        accept="image/*"
        onFile={async (file) => {
          const made = await make(file);
          if (typeof made === 'string') change(made);
          setFault(typeof made === 'string' ? undefined : made.fault);
        }}
      >
        {label}
      </FileButton>
      {value && (
        <button type="button" className="btn btn-quiet" onClick={() => change(undefined)}>
          Without a picture
        </button>
      )}
      {fault && (
        <p role="alert" className="w-full font-semibold">
          {fault}
        </p>
      )}
    </div>
  );
}
