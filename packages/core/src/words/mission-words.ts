import { frameOf, type MissionDoubt, type MissionField } from '../mission/mission.ts';

/** Commands of the protocol that missions are mostly made of, in words; others by their number. */
const COMMANDS: ReadonlyMap<number, string> = new Map([
  [16, 'fly to'],
  [17, 'circle until told'],
  [18, 'circle, turns'],
  [19, 'circle, time'],
  [20, 'return'],
  [21, 'land'],
  [22, 'take off'],
  [82, 'fly to, curved'],
  [84, 'take off, then cruise'],
  [85, 'hover, then land'],
  [93, 'wait'],
  [94, 'set down the load'],
  [112, 'wait, time'],
  [114, 'wait, distance'],
  [177, 'jump to'],
  [178, 'speed'],
  [183, 'set a servo'],
  [203, 'camera'],
  [206, 'camera, by distance'],
]);

/** What heights count from. */
const FRAMES: ReadonlyMap<number, string> = new Map([
  [0, 'above the sea'],
  [2, 'no place'],
  [3, 'above take-off'],
  [10, 'above the terrain'],
]);

/** A command in words. Example: "fly to"; "command 4001". */
export const missionCommandInWords = (command: number): string =>
  COMMANDS.get(command) ?? `command ${command}`;

/** What a height counts from, in words. Example: "above take-off"; "frame 20". */
export const missionFrameInWords = (frame: number): string => FRAMES.get(frameOf(frame)) ?? `frame ${frame}`;

/** Headings of the fields of an item. */
export const MISSION_FIELD_TITLES: Readonly<Record<MissionField, string>> = {
  command: 'What',
  frame: 'Height from',
  latitude: 'Latitude',
  longitude: 'Longitude',
  height: 'Height',
  'parameter-1': 'Parameter 1',
  'parameter-2': 'Parameter 2',
  'parameter-3': 'Parameter 3',
  'parameter-4': 'Parameter 4',
  autocontinue: 'Goes on by itself',
};

/** A figure of an item as people read it. Example: a latitude of 601234567 is "60.1234567°", a height "60 m". */
export function missionFigureInWords(field: MissionField, value: number | null): string {
  if (value === null) return 'none';
  switch (field) {
    case 'command':
      return missionCommandInWords(value);
    case 'frame':
      return missionFrameInWords(value);
    case 'latitude':
    case 'longitude':
      return `${(value / 1e7).toFixed(7)}°`;
    case 'height':
      return `${Number(value.toFixed(2))} m`;
    case 'autocontinue':
      return value === 1 ? 'yes' : 'no';
    case 'parameter-1':
    case 'parameter-2':
    case 'parameter-3':
    case 'parameter-4':
      return String(Number(value.toPrecision(7)));
  }
}

/** What is worth a second look at a plan, as a sentence. */
export function missionDoubtInWords(doubt: MissionDoubt): string {
  switch (doubt.kind) {
    case 'heightsFrom':
      return `Heights count from more than one thing: ${doubt.frames.map(missionFrameInWords).join(', ')}.`;
    case 'endsAloft':
      return `The last item, ${doubt.sequence}, is neither a return nor a landing.`;
    case 'nowhere':
      return `Item ${doubt.sequence} flies to no place.`;
  }
}
