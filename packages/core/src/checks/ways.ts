/** Questions on which practitioners disagree, and the schools there are; the first flight's reach is the profile. */
export const WAYS = {
  reach: ['circuit', 'overhead', 'programme'],
  'first-take-off': ['unassisted', 'assisted'],
  stall: ['before', 'if-benign', 'never'],
  'landing-flap': ['half', 'none', 'full'],
  fairings: ['off', 'on'],
  centring: ['mechanical', 'electronic'],
  'own-work': ['nobody', 'stated'],
} as const;
export type WayQuestion = keyof typeof WAYS;

/** The questions, in their order. */
export const WAY_QUESTIONS = Object.keys(WAYS) as readonly WayQuestion[];
