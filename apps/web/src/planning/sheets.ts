/** The sheets of a plan, in the order in which it comes about. */
export const PLAN_SHEETS = [
  ['scope', 'Scope'],
  ['ways', 'Ways'],
  ['order', 'Order'],
  ['day', 'Day'],
  ['flights', 'Flights'],
  ['what-if', 'What if'],
  ['take-away', 'Print and export'],
] as const;
