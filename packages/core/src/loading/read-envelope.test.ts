import { LOADING } from '../testing/loading.ts';
import {
  drawLoading,
  envelopeInUnits,
  envelopeProblems,
  loadingProblems,
  readEnvelope,
  sheetStanding,
} from './index.ts';
import type { Envelope, LoadingData } from '../aircraft/index.ts';
import { SHEET } from '../testing/loading.ts';

const { units } = LOADING;
const codes = (data: LoadingData): string[] => loadingProblems(data).map((p) => p.code);
const envelope = (change: Partial<Envelope>): Envelope => ({ ...LOADING.envelopes[0]!, ...change });

test('corners are read as people paste them; other units are kept with them and asked about, not converted', () => {
  expect(readEnvelope('2135; 1380; lowest mass\n2212; 1380\n2212,5 ; 1 810\n', units)).toMatchObject({
    ok: true,
    value: {
      corners: [
        { arm: 2135, mass: 1380, edge: 'lowest mass' },
        { arm: 2212, mass: 1380 },
        { arm: 2212.5, mass: 1810 },
      ],
    },
  });
  const inches = readEnvelope('arm in; mass lb\n84 3000\n87 3000\n87 4000\n', units);
  expect(inches).toMatchObject({ ok: true, value: { units: { arm: 'in', mass: 'lb' } } });
  if (!inches.ok) return;
  const own = envelope(inches.value);
  expect(envelopeProblems(LOADING, own).map((p) => p.code)).toEqual(['envelopeUnits']);
  const metric = envelopeInUnits(own, units);
  expect(metric.units).toBeUndefined();
  expect(metric.corners[0]).toMatchObject({
    arm: expect.closeTo(2133.6, 9),
    mass: expect.closeTo(1360.777, 3),
  });
  expect(readEnvelope('arm mm; mass kg\n1 2\n3 4\n5 7', units)).toMatchObject({
    ok: true,
    value: { corners: { length: 3 } },
  });
  expect(readEnvelope('1 2\n3 four\n5 6', units)).toMatchObject({
    ok: false,
    error: { code: 'cornerUnreadable' },
  });
  expect(readEnvelope('1 2\n3 4', units)).toMatchObject({ ok: false, error: { code: 'envelopeTooFew' } });
});

test('a description that cannot be reckoned with is told, place by place', () => {
  expect(codes(LOADING)).toEqual([]);
  const [pilot, ...rest] = LOADING.stations;
  const [tank, ...tanks] = LOADING.tanks;
  expect(codes({ ...LOADING, stations: [{ ...pilot!, arm: -1900 }, ...rest] })).toEqual(['offAirframe']);
  // Only the sign makes it so: the other sign is asked for.
  expect(
    loadingProblems({ ...LOADING, stations: [{ ...pilot!, arm: -1900 }, ...rest] })[0]?.params['other'],
  ).toMatchObject({
    value: 1900,
  });
  expect(codes({ ...LOADING, stations: [{ ...pilot!, maximum: -1, usual: -2 }, ...rest] })).toEqual([
    'negativeMass',
    'negativeMass',
  ]);
  expect(codes({ ...LOADING, stations: [{ ...pilot!, lateral: 5001 }, ...rest] })).toEqual(['offSide']);
  expect(codes({ ...LOADING, tanks: [{ ...tank!, arms: [] }, ...tanks] })).toEqual(['tankWithoutArm']);
  expect(codes({ ...LOADING, tanks: [{ ...tank!, density: 0 }, ...tanks] })).toEqual(['tankFigures']);
  expect(codes({ ...LOADING, burn: [['left', 'left'], ['other']] })).toEqual(['tankUnknown', 'tankTwice']);
  expect(codes({ ...LOADING, bays: [{ ...LOADING.bays[0]!, packs: ['gone'] }] })).toEqual(['packUnknown']);
  expect(codes({ ...LOADING, extent: { from: 6000, to: 0, side: 5000 } })).toContain('extentReversed');
  const [a, b, c, d, e] = LOADING.envelopes[0]!.corners;
  expect(codes({ ...LOADING, envelopes: [envelope({ corners: [a!, c!, b!, d!, e!] })] })).toEqual([
    'envelopeCrosses',
  ]);
  expect(codes({ ...LOADING, envelopes: [envelope({ corners: [a!, b!] })] })).toEqual(['envelopeTooFew']);
  expect(codes({ ...LOADING, envelopes: [envelope({ corners: [{ ...a!, mass: -1 }, b!, c!] })] })).toEqual([
    'envelopeMass',
  ]);
});

test('the picture keeps everything inside its frame, and its ellipses are two standard deviations of the track', () => {
  const standing = sheetStanding(LOADING, SHEET)!;
  const picture = drawLoading(LOADING, SHEET, standing, { width: 400, height: 300 });
  const { frame } = picture;
  const spots = [
    ...picture.envelopes.flatMap((o) => o.corners),
    ...picture.tracks.flatMap((t) => [...t.line, ...t.points]),
  ];
  for (const s of spots) {
    expect(s.x).toBeGreaterThanOrEqual(frame.left);
    expect(s.x).toBeLessThanOrEqual(frame.right);
    expect(s.y).toBeGreaterThanOrEqual(frame.top);
    expect(s.y).toBeLessThanOrEqual(frame.bottom);
  }
  const [first, second] = picture.arms;
  const wide = (second!.x - first!.x) / (second!.value - first!.value);
  const [low, high] = picture.masses;
  const tall = (low!.y - high!.y) / (high!.value - low!.value);
  const { centre } = standing.tracks[0]!.points[0]!;
  const drawn = picture.tracks[0]!.points[0]!;
  // The axes of an ellipse keep the sum of the variances, however it is turned.
  expect(drawn.radiusX ** 2 + drawn.radiusY ** 2).toBeCloseTo(
    4 * ((centre.sigmaArm * wide) ** 2 + (centre.sigmaMass * tall) ** 2),
    6,
  );
  expect(drawLoading(LOADING, undefined, undefined, { width: 400, height: 300 }).tracks).toEqual([]);
});
