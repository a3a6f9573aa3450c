import { coverOfTrack, firstTurns, legsOfTrack, patternTrack } from '@kanzel/core';
import { readFieldChart, readTrackFile } from '@kanzel/formats';
import { grauholmChart } from '@kanzel/world';

const POINTS = 10_000;
const GLIDER = {
  speed: 29.3,
  sink: 2.1,
  bank: 30,
  margin: 1.3,
  arrival: 60,
  clearance: 30,
  roll: 250,
  steepest: 7,
};
const WIND = { from: 240, speed: 6 };
const PATTERN = {
  runway: '06/24',
  end: 0,
  side: 'left',
  run: 250,
  climbSpeed: 31,
  climbRate: 3.5,
  height: 300,
  turnAt: 120,
  firstTurn: 90,
  beside: 900,
};

const timed = (work) => {
  const start = performance.now();
  const value = work();
  return { ms: performance.now() - start, value };
};

/** Glide cover of a long flown track over the chart that ships; beside it the same moments held against nothing but distances. */
export function benchFieldChart(row) {
  const chart = readFieldChart(grauholmChart()).value;
  const track = Array.from({ length: POINTS }, (_, i) => ({
    at: i,
    north: 1500 * Math.sin(i / 220),
    east: 1900 * Math.cos(i / 190),
    height: 150 + 350 * (0.5 + 0.5 * Math.sin(i / 700)),
  }));
  const cover = timed(() => coverOfTrack(chart, GLIDER, WIND, track));
  const plain = timed(() => {
    let bare = 0;
    for (const m of track) {
      const nearest = Math.min(
        ...chart.places.flatMap((p) => p.aims.map((a) => Math.hypot(a.north - m.north, a.east - m.east))),
      );
      if (m.height < nearest / 14 + 60) bare += 1;
    }
    return bare;
  });
  row(
    `glide cover of a track of ${POINTS} points, ${chart.places.reduce((n, p) => n + p.aims.length, 0)} aims`,
    `${cover.ms.toFixed(0)} ms, ${(cover.ms / plain.ms).toFixed(0)} times a loop over distances alone; ${cover.value.uncovered.toFixed(0)} s without cover`,
  );
  const turns = timed(() => firstTurns(chart, GLIDER, WIND, PATTERN));
  const circuit = timed(() => coverOfTrack(chart, GLIDER, WIND, patternTrack(chart, PATTERN, WIND)));
  row('a planned circuit; which first turn', `${circuit.ms.toFixed(0)} ms; ${turns.ms.toFixed(0)} ms`);
  const text = [
    'time,latitude,longitude,height',
    ...track.map(
      (m) =>
        `${m.at},${(57.6 + m.north / 111_195).toFixed(7)},${(1.4 + m.east / 59_580).toFixed(7)},${m.height.toFixed(1)}`,
    ),
  ].join('\n');
  const read = timed(() => readTrackFile(text));
  const legs = timed(() => legsOfTrack(track));
  row(
    `a track of ${POINTS} points read; its legs found`,
    `${read.ms.toFixed(0)} ms; ${legs.ms.toFixed(0)} ms, ${legs.value.length} of them`,
  );
}
