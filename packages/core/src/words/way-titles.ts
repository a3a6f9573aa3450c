import type { WayQuestion } from '../checks/ways.ts';
import type { Profile } from '../record/plan.ts';
import { ownMember } from '../own-member.ts';

/** How far the first flight goes, in words. */
export const PROFILE_TITLES: Readonly<Record<Profile, string>> = {
  circuit: 'Circuit only, land and look',
  overhead: 'Climb overhead and explore',
  programme: 'As the programme goes',
};

/** Questions with schools, and the schools, in words. */
export const WAY_TITLES: Readonly<
  Record<WayQuestion, { readonly question: string; readonly choices: Readonly<Record<string, string>> }>
> = {
  reach: { question: 'How far the first flight goes', choices: PROFILE_TITLES },
  'first-take-off': {
    question: 'First take-off of a stabilised aircraft',
    choices: {
      unassisted: 'Unassisted; assistance tried at height',
      assisted: 'In the gentlest assisted mode',
    },
  },
  stall: {
    question: 'Stall before the first landing',
    choices: {
      before: 'Before it',
      'if-benign': 'Only if it flies benignly',
      never: 'Not on the first flight',
    },
  },
  'landing-flap': {
    question: 'Flap on the first landing',
    choices: { half: 'Half', none: 'None', full: 'Full' },
  },
  fairings: { question: 'Fairings and cowlings on early flights', choices: { off: 'Off', on: 'On' } },
  centring: {
    question: 'Centring',
    choices: { mechanical: 'Mechanical first, then trim', electronic: 'Electronic sub-trim' },
  },
  'own-work': {
    question: 'Who checks whose work',
    choices: { nobody: 'Nobody checks their own', stated: 'One’s own, stated on the release sheet' },
  },
};

/** A choice with its question. Example: "Stall before the first landing: not on the first flight". */
export function sayWay(question: string, choice: string): string {
  const titles = ownMember(WAY_TITLES, question);
  const chosen = ownMember(titles?.choices, choice) ?? choice;
  return `${titles?.question ?? question}: ${chosen.charAt(0).toLowerCase()}${chosen.slice(1)}`;
}
