/** What a heading is held against: nothing of it comes from the compass that is looked at. */
export const HEADING_SOURCES = {
  'hand-compass': 'Hand compass, away from metal',
  'landing-compass': 'Landing compass, sighted from outside',
  'sighted-line': 'Line sighted on the chart',
  runway: 'Runway or painted line',
  satellites: 'Track by satellites, on the move',
  'two-antennas': 'Satellite heading by two antennas',
  'second-compass': 'Second compass of the aircraft',
} as const;
export type HeadingSource = keyof typeof HEADING_SOURCES;
export const HEADING_SOURCE_IDS = Object.keys(HEADING_SOURCES) as readonly HeadingSource[];

/** Which north a heading is counted from. */
export const NORTHS = ['magnetic', 'true'] as const;
export type North = (typeof NORTHS)[number];
