import { type Result, accept, issue, refuse } from '@caulkhorn/core/issues';
import sharp from 'sharp';

export interface StoredPicture {
  /** JPEG, upright, without any metadata */ image: Buffer;
  thumbnail: Buffer;
  widthPx: number;
  heightPx: number;
}

const LONGEST_SIDE_PX = 2560;
const THUMBNAIL_PX = 360;
/** A picture that unpacks to more is taken for an attack, or is of no use on a phone. */
const MOST_PIXELS = 60_000_000;

// only decoders of what cameras make: no vector files, no documents, nothing that reads other files
sharp.block({ operation: ['VipsForeignLoad'] });
sharp.unblock({ operation: ['VipsForeignLoadJpegBuffer', 'VipsForeignLoadPngBuffer', 'VipsForeignLoadWebpBuffer'] });
sharp.concurrency(1);
sharp.cache(false);

/**
 * A photo made anew from its pixels: turned upright by its orientation mark, at most 2560 px a side, place and every other mark gone.
 * Refuses what is no JPEG, PNG or WebP (`not-a-picture`), what is damaged (`picture-damaged`) or has too many pixels (`picture-too-large`).
 */
export async function reEncode(original: Buffer): Promise<Result<StoredPicture>> {
  // the head alone, whatever size it speaks of
  const seen = await sharp(original, { limitInputPixels: false })
    .metadata()
    .catch(() => undefined);
  if (!seen) return refuse(issue('not-a-picture', 'file'));
  if (seen.width * seen.height > MOST_PIXELS) return refuse(issue('picture-too-large', 'file', { max: MOST_PIXELS / 1e6 }));
  try {
    const { data, info } = await sharp(original, { failOn: 'error', limitInputPixels: MOST_PIXELS })
      .rotate()
      .flatten({ background: '#ffffff' })
      .resize({ width: LONGEST_SIDE_PX, height: LONGEST_SIDE_PX, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
    const thumbnail = await sharp(data)
      .resize({ width: THUMBNAIL_PX, height: THUMBNAIL_PX, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 72 })
      .toBuffer();
    return accept({ image: data, thumbnail, widthPx: info.width, heightPx: info.height });
  } catch {
    return refuse(issue('picture-damaged', 'file'));
  }
}
