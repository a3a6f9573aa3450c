import jsQR, { type QRCode } from 'jsqr';

/** Longer sides only cost time: a label fills the picture. */
const LARGEST = 1400;

/** What a code in a picture says, and the bytes of it; undefined when none is found. */
function find(picture: CanvasImageSource, wide: number, high: number): QRCode | undefined {
  const scale = Math.min(1, LARGEST / Math.max(wide, high));
  const [width, height] = [Math.round(wide * scale), Math.round(high * scale)];
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context || width === 0 || height === 0) return undefined;
  context.drawImage(picture, 0, 0, width, height);
  return jsQR(context.getImageData(0, 0, width, height).data, width, height) ?? undefined;
}

async function inFile(file: File): Promise<QRCode | undefined> {
  const bitmap = await createImageBitmap(file).catch(() => undefined);
  if (!bitmap) return undefined;
  const found = find(bitmap, bitmap.width, bitmap.height);
  bitmap.close();
  return found;
}

/** What a code in a picture says; undefined when none is found, or the picture cannot be read. */
export async function readCode(file: File): Promise<string | undefined> {
  const said = (await inFile(file))?.data.trim();
  return said === '' ? undefined : said;
}

/** The bytes of a code in a picture. */
export async function bytesInPicture(file: File): Promise<Uint8Array | undefined> {
  const found = await inFile(file);
  return found && Uint8Array.from(found.binaryData);
}

/** The bytes of a code that the camera sees now. */
export function readBytes(video: HTMLVideoElement): Uint8Array | undefined {
  const found = find(video, video.videoWidth, video.videoHeight);
  return found && Uint8Array.from(found.binaryData);
}
