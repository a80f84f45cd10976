import { useEffect, useRef, useState } from 'react';
import { bytesOf } from './data-address';
import { FileButton } from './file-button';

/** Longest side of a small picture in pixels, and the most that is kept of it. */
const SIDE = 320;
const MOST = 60_000;

/** A picture of the household's own. Pages show no inlined data, so it is shown by an address of its own. */
export function Picture({ data, alt, className = '' }: { data: string; alt: string; className?: string }) {
  const shown = useRef<HTMLImageElement>(null);
  useEffect(() => {
    const { bytes, type } = bytesOf(data);
    const made = URL.createObjectURL(new Blob([bytes], { type }));
    if (shown.current) shown.current.src = made;
    return () => URL.revokeObjectURL(made);
  }, [data]);
  return <img ref={shown} alt={alt} className={className} />;
}

/**
 * Makes a picture small: turned upright as the camera meant it, redrawn, so that nothing of place and device stays in it; or says why it
 * cannot be read.
 */
export async function smallPicture(file: Blob): Promise<string | { fault: string }> {
  const image = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => undefined);
  if (!image) return { fault: 'This picture cannot be read here: save it as JPEG or PNG first.' };
  const shrink = Math.min(1, SIDE / Math.max(image.width, image.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(image.width * shrink));
  canvas.height = Math.max(1, Math.round(image.height * shrink));
  const pen = canvas.getContext('2d')!;
  // A drawing without ground is seen on paper.
  pen.fillStyle = '#fff';
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  for (const quality of [0.85, 0.7, 0.5, 0.3]) {
    const address = canvas.toDataURL('image/jpeg', quality);
    if (address.length <= MOST) return address;
  }
  return { fault: 'This picture is too full of detail to be made small.' };
}

/** A small picture, chosen from a file or the camera, or taken away. */
export function PictureField({
  label,
  value,
  change,
}: {
  label: string;
  value: string | undefined;
  change: (picture: string | undefined) => void;
}) {
  const [fault, setFault] = useState<string>();
  return (
    <div className="flex flex-wrap items-center gap-3">
      {value && <Picture data={value} alt="" className="size-20 object-contain" />}
      <FileButton
        accept="image/*"
        onFile={async (file) => {
          const made = await smallPicture(file);
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
