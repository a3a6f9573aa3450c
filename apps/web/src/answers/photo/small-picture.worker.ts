/** A picture to be made small, by a number of its own. */
export interface SmallOrder {
  readonly order: number;
  readonly contents: Blob;
}
/** The small picture; none where the contents are no picture that this browser can read. */
export interface SmallNews {
  readonly order: number;
  readonly small?: Blob;
}

/** Twice the height at which it is shown, for screens with two dots to one. */
const HEIGHT = 128;

/** Turned as its metadata says, since that is how it is shown large. */
async function makeSmall(contents: Blob): Promise<Blob | undefined> {
  try {
    const bitmap = await createImageBitmap(contents, { resizeHeight: HEIGHT, resizeQuality: 'medium' });
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    canvas.getContext('2d')?.drawImage(bitmap, 0, 0);
    bitmap.close();
    return await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.8 });
  } catch {
    // The browser says no more than that it cannot read it; its name stands there alone then.
    return undefined;
  }
}

addEventListener('message', (event: MessageEvent<SmallOrder>) => {
  const { order, contents } = event.data;
  void makeSmall(contents).then((small) => {
    const news: SmallNews = { order, ...(small ? { small } : {}) };
    postMessage(news);
  });
});
