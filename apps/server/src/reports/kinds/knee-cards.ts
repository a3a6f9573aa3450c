import { flightCards, groundCards } from '../knee-cards.ts';
import { printCards } from '../pdf.ts';
import { fromPlan } from './from-plan.ts';

/** Cards for the knee: those of the ground first, those of the flights behind them on a page of their own. */
const cards = (size: 'A4' | 'A5'): ReturnType<typeof fromPlan> =>
  fromPlan(`cards-${size.toLowerCase()}.pdf`, 'application/pdf', (source) => {
    const flights = flightCards(source);
    const ground = groundCards(source);
    const all =
      ground.length > 0 && flights.length > 0
        ? [...ground, { text: '', pageBreak: 'before' as const }, ...flights]
        : [...ground, ...flights];
    return printCards(
      size,
      all.length > 0 ? all : [{ text: 'Nothing is left to be done.' }],
      { mark: source.mark, title: source.state.opened?.title ?? '' },
      source.foot,
    );
  });

export const cardsA5 = cards('A5');
export const cardsA4 = cards('A4');
