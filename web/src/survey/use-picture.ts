import { useEffect, useState } from 'react';
import { parts, useJob } from '../job/job-context';
import { photoFile } from '../job/photo-files';

/** Where a photo's picture is: on this device while it waits to be sent, with the server after that. Null until that is known. */
export function usePicture(photoId: string, size: 'image' | 'thumbnail'): string | null {
  const { path, outbox } = useJob(parts('path', 'outbox'));
  const waits = [...outbox.pending, ...outbox.refused.map(({ command }) => command)].some(
    ({ kind, payload }) => kind === 'photo.put' && (payload as { id: string }).id === photoId,
  );
  const [here, setHere] = useState<string | 'sent' | null>(null);
  useEffect(() => {
    if (!waits) return;
    let url: string | null = null;
    let left = false;
    void photoFile(photoId).then((file) => {
      if (left) return;
      url = file ? URL.createObjectURL(file) : null;
      // what waits is a word or an arrow: the picture went before
      setHere(url ?? 'sent');
    });
    return () => {
      left = true;
      setHere(null);
      if (url) URL.revokeObjectURL(url);
    };
  }, [photoId, waits]);
  return waits && here !== 'sent' ? here : `/api${path}/photos/${photoId}/${size}`;
}
