import { isWriting } from './is-writing.ts';

/** Whether a key is pressed for the sheet: not while somebody writes, in a dialog, or together with a key of the browser. */
export const isFreeKey = (event: KeyboardEvent): boolean =>
  !isWriting(event) &&
  !document.querySelector('[role=dialog]') &&
  !event.ctrlKey &&
  !event.metaKey &&
  !event.altKey;
