import { useEffect, useState } from 'react';
import { isStored } from '../../core/household';
import { picturesOf } from '../../store';
import { useHousehold } from '../shell/household';
import { BlobPicture, Picture } from '../ui/picture';
import { gone } from '../ui/gone';

/** A picture of a child’s work, whether it stands in its row or lies beside the household. */
export function WorkPicture({ picture, alt, className = '' }: { picture: string; alt: string; className?: string }) {
  return isStored(picture) ? (
    <Stored key={picture} name={picture} alt={alt} className={className} />
  ) : (
    <Picture data={picture} alt={alt} className={className} />
  );
}

function Stored({ name, alt, className }: { name: string; alt: string; className: string }) {
  const { which } = useHousehold();
  const [blob, setBlob] = useState<Blob | 'none'>();
  useEffect(() => {
    let left = false;
    void picturesOf(which)
      .get(name)
      .then((found) => {
        if (!left) setBlob(found ?? 'none');
      }, gone);
    return () => {
      left = true;
    };
  }, [which, name]);
  if (blob === undefined) return null;
  if (blob === 'none')
    return <p className="text-soft">The picture is not on this device: merge or restore a backup that has it.</p>;
  return <BlobPicture blob={blob} alt={alt} className={className} />;
}
