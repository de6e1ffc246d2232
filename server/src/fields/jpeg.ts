import { MOST_PHOTO_BYTES } from '@jacana/core/bundle';
import { refuseFields } from './problems';

/** How every JPEG begins. */
const BEGINNING = Buffer.from([0xff, 0xd8, 0xff]);

/** A picture out of base64. @throws BadRequestException for what is no JPEG, or too large */
export function readJpeg(text: string, field: string): Buffer {
  const jpeg = Buffer.from(text, 'base64');
  if (jpeg.length > MOST_PHOTO_BYTES || !jpeg.subarray(0, BEGINNING.length).equals(BEGINNING))
    throw refuseFields([
      { field, message: `A photo is a JPEG of at most ${MOST_PHOTO_BYTES / 1000} kB. Take it again.` },
    ]);
  return jpeg;
}
