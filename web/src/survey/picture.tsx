import { ImageOff } from 'lucide-react';
import { useState } from 'react';
import { t } from '../messages/t';
import { usePicture } from './use-picture';

/** The picture, or a word in its place where it cannot be had. */
export function Picture({ photoId, size, className }: { photoId: string; size: 'image' | 'thumbnail'; className: string }) {
  const source = usePicture(photoId, size);
  const [failed, setFailed] = useState<string | null>(null);
  if (source === null) return null;
  if (failed === source)
    return (
      <span className="grid size-full place-content-center justify-items-center gap-1 p-1 text-[13px] text-soft">
        <ImageOff size={18} /> {t('photos.not-here')}
      </span>
    );
  return <img src={source} alt="" className={className} onError={() => setFailed(source)} />;
}
