import { isWriting } from '../ui/is-writing.ts';
import { useKeys } from '../ui/use-keys.ts';

/**
 * The field to go on to from one that was typed into: the next empty one of the same answer, in the order of the panel. Undefined where
 * the answer is whole, so that Enter keeps it, and anywhere else than in a figure with something in it.
 */
function nextGauge(from: HTMLElement): HTMLInputElement | undefined {
  if (!(from instanceof HTMLInputElement) || from.value.trim() === '') return undefined;
  const [part = ''] = (from.dataset['figure'] ?? '').split(' ');
  if (!part.includes('@')) return undefined;
  const all = [...document.querySelectorAll<HTMLInputElement>('[data-figure]')].filter((field) =>
    field.dataset['figure']?.startsWith(`${part} `),
  );
  const at = all.indexOf(from);
  return [...all.slice(at + 1), ...all.slice(0, at)].find((field) => field.value.trim() === '');
}

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
      // Typed off a panel, gauge after gauge: Enter goes on to the next one while what is typed is no answer yet.
      const main = document.querySelector<HTMLButtonElement>('[data-step-actions] button[data-kind=main]');
      const next = chord || main?.textContent.startsWith('Record') ? undefined : nextGauge(target);
      if (next) {
        next.focus();
        return;
      }
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
