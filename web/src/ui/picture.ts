import { MOST_PHOTO_BYTES } from '@jacana/core/bundle';

/** Longest side, and how often the quality is lowered before it is given up. */
const PIXELS = 1280;
const QUALITIES = [0.8, 0.6, 0.4, 0.2];

/** As JPEG in base64: drawn anew, so that place and time that a camera writes into it are gone. */
export async function madeSmall(file: File): Promise<string | null> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (!picture) return null;
  const scale = Math.min(1, PIXELS / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  for (const quality of QUALITIES) {
    const jpeg = canvas.toDataURL('image/jpeg', quality).split(',')[1] ?? '';
    if (jpeg.length * 0.75 < MOST_PHOTO_BYTES) return jpeg;
  }
  return null;
}
