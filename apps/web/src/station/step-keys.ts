import { isWriting } from '../ui/is-writing.ts';
import { useKeys } from '../ui/use-keys.ts';

/** The keys of a step: Enter presses what is blue, R takes it again, and figures are typed straight away. */
export function useStepKeys(onAgain?: () => void): void {
  useKeys((event) => {
    const target = event.target as HTMLElement;
    if (document.querySelector('[role=dialog]') || event.altKey) return;
    const onControl = target.closest('button, a, select, textarea, summary') !== null;
    // In words, Enter begins a new line; together with Control it keeps, as everywhere else.
    const chord = event.ctrlKey || event.metaKey;
    if (event.key === 'Enter' && (chord || !onControl)) {
      event.preventDefault();
      const main = document.querySelector<HTMLButtonElement>('[data-step-actions] button[data-kind=main]');
      main?.click();
      return;
    }
    if (chord || isWriting(event)) return;
    if (event.key.toLowerCase() === 'r') {
      event.preventDefault();
      onAgain?.();
    }
    // Figures are typed straight away, without going to the field first.
    if (/^[\d.,-]$/.test(event.key) && !(target instanceof HTMLInputElement)) {
      const empty = [...document.querySelectorAll<HTMLInputElement>('[data-figure]')].find(
        (i) => i.value === '',
      );
      empty?.focus();
    }
  });
}
