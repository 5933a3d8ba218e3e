import { type Result, accept, issue, refuse } from '@caulkhorn/core/issues';
import sharp from 'sharp';

export interface StoredPicture {
  /** JPEG, upright, without any metadata */ image: Buffer;
  /** as wide as a dossier prints it */ printed: Buffer;
  thumbnail: Buffer;
  widthPx: number;
  heightPx: number;
}

const LONGEST_SIDE_PX = 2560;
/** A third of a page across, at 300 dots an inch. */
const PRINTED_PX = 720;
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
    return accept({ image: data, ...(await smallerOf(data)), widthPx: info.width, heightPx: info.height });
  } catch {
    return refuse(issue('picture-damaged', 'file'));
  }
}

/** The thumbnail is made of the printed one: the picture itself takes longer to unpack. */
async function smallerOf(image: Buffer): Promise<Pick<StoredPicture, 'printed' | 'thumbnail'>> {
  const printed = await printedOf(image);
  const thumbnail = sharp(printed).resize({ width: THUMBNAIL_PX, height: THUMBNAIL_PX, fit: 'inside', withoutEnlargement: true });
  return { printed, thumbnail: await thumbnail.jpeg({ quality: 72 }).toBuffer() };
}

/** A kept picture no wider than it is printed. */
export async function printedOf(image: Buffer): Promise<Buffer> {
  const picture = sharp(image, { failOn: 'error', limitInputPixels: MOST_PIXELS });
  const { width } = await picture.metadata();
  return width <= PRINTED_PX ? image : picture.resize({ width: PRINTED_PX }).jpeg({ quality: 80 }).toBuffer();
}

/**
 * A picture that was made so before, by this or another server, kept byte for byte: made anew it would be another one, and its hash
 * in the bundle would say nothing. Refuses all that `reEncode` never makes (`not-as-kept`): other formats, marks, more than the picture.
 */
export async function asKept(image: Buffer): Promise<Result<StoredPicture>> {
  const refused = refuse(issue('not-as-kept', 'file'));
  if (!isPlainJpeg(image)) return refused;
  try {
    const { width, height } = await sharp(image, { limitInputPixels: MOST_PIXELS }).metadata();
    if (Math.max(width, height) > LONGEST_SIDE_PX) return refused;
    return accept({ image, ...(await smallerOf(image)), widthPx: width, heightPx: height });
  } catch {
    return refused;
  }
}

/** Segments of a JPEG without marks (ITU-T T.81, table B.1): JFIF, tables, baseline frame, restart interval. */
const PLAIN = new Set([0xe0, 0xdb, 0xc0, 0xc4, 0xdd]);
const [SOI, SOS, EOI] = [0xd8, 0xda, 0xd9];

/** One baseline picture from its first byte to its last, and nothing before, between or after. */
function isPlainJpeg(bytes: Buffer): boolean {
  if (bytes[0] !== 0xff || bytes[1] !== SOI) return false;
  let at = 2;
  while (bytes[at] === 0xff && PLAIN.has(bytes[at + 1]!) && at + 4 <= bytes.length) at += 2 + bytes.readUInt16BE(at + 2);
  if (bytes[at] !== 0xff || bytes[at + 1] !== SOS) return false;
  // within the picture itself 0xff is never followed by the end's mark
  return bytes.indexOf(Buffer.from([0xff, EOI]), at) === bytes.length - 2;
}
