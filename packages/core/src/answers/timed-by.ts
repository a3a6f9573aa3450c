/** How times are taken: a press as each of them stands, the speeds that a vehicle tells, a film that is looked through afterwards. */
export const TIMED_BY = ['press', 'speeds', 'film'] as const;
export type TimedBy = (typeof TIMED_BY)[number];
