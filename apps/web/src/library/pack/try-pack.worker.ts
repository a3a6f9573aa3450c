import { tryPack, type Basis } from '@kanzel/core';

/** Tries a pack away from the page: the largest takes a second or two of pure work. */
addEventListener('message', (event: MessageEvent<Basis>) => {
  postMessage(tryPack(event.data));
});
