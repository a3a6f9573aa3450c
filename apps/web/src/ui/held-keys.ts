/** Where Enter begins a new line, as often as it comes. */
const isForLines = (target: EventTarget | null): boolean =>
  target instanceof HTMLTextAreaElement || (target instanceof HTMLElement && target.isContentEditable);

function hearOnce(event: KeyboardEvent): void {
  if (!event.repeat || event.key !== 'Enter' || isForLines(event.target)) return;
  event.preventDefault();
  event.stopImmediatePropagation();
}

/**
 * Lets Enter press once, however long it is held. The keyboard says it again thirty times a second, and every step that comes up under
 * it would be answered as expected, by nobody. Set before anything else hears keys.
 */
export function pressOnce(): void {
  addEventListener('keydown', hearOnce, true);
}
