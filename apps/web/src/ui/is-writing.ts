/** Whether a key press is meant for the text being written rather than for the sheet. */
export function isWriting(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement;
  if (
    target instanceof HTMLTextAreaElement ||
    target.isContentEditable ||
    target instanceof HTMLSelectElement
  )
    return true;
  if (!(target instanceof HTMLInputElement)) return document.querySelector('[role=dialog]') !== null;
  if (target.dataset['figure'] !== undefined) return target.value !== '' && event.key.length === 1;
  return target.type !== 'radio';
}
