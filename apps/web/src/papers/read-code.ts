import jsQR from 'jsqr';

/** Longer sides only cost time: a label fills the picture. */
const LARGEST = 1400;

/** What a code in a picture says; undefined when none is found, or the picture cannot be read. */
export async function readCode(file: File): Promise<string | undefined> {
  const bitmap = await createImageBitmap(file).catch(() => undefined);
  if (!bitmap) return undefined;
  const scale = Math.min(1, LARGEST / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)];
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return undefined;
  context.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  const found = jsQR(context.getImageData(0, 0, width, height).data, width, height);
  return found?.data.trim() === '' ? undefined : found?.data.trim();
}
