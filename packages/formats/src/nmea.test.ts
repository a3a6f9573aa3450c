import { readNmea } from './nmea.ts';

const sum = (body: string): string =>
  `$${body}*${[...body]
    .reduce((s, c) => s ^ c.charCodeAt(0), 0)
    .toString(16)
    .padStart(2, '0')}`;

test('sentences as receivers send them are read, with the checksums that were printed with them', () => {
  // The example of a GGA and an RMC that textbooks of the protocol print.
  expect(readNmea('$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47')).toEqual({
    kind: 'sentence',
    type: 'GGA',
    time: ((12 * 60 + 35) * 60 + 19) * 1000,
    figures: {
      latitude: expect.closeTo(48.1173, 6) as number,
      longitude: expect.closeTo(11.516667, 6) as number,
      satellites: 8,
      geometry: 0.9,
      height: 545.4,
    },
  });
  expect(readNmea('$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A')).toMatchObject({
    type: 'RMC',
    figures: { speed: 22.4 },
  });
  expect(readNmea('$GPHDT,274.07,T*03\r\n')).toMatchObject({
    type: 'HDT',
    time: undefined,
    figures: { heading: 274.07 },
  });
});

test('what does not agree with its checksum, has none, or is none is garbled; other sentences are passed over', () => {
  for (const line of [
    '$GPGGA,123519,4807.038,N,01131.000,E,1,09,0.9,545.4,M,46.9,M,,*47',
    '$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,',
    '',
    '$*00',
    'GPHDT,274.07,T*03',
    '$GPHDT,274.07,T*0G',
  ])
    expect([line, readNmea(line).kind]).toEqual([line, 'garbled']);
  // A maker's own, one not listened to, and names that every object has.
  for (const body of ['GPTXT,HELLO', 'PUBX,00,1', 'PGRMZ,93,f,3', 'GPtoString,1', 'constructor,1'])
    expect([body, readNmea(sum(body)).kind]).toEqual([body, body === 'constructor,1' ? 'garbled' : 'other']);
});

test('a field that is empty, or no time of any day, is none', () => {
  expect(readNmea(sum('GNGGA,,,,,,1,,,,M,,,,'))).toMatchObject({
    time: undefined,
    figures: { satellites: undefined, geometry: undefined, height: undefined },
  });
  expect(readNmea(sum('GNGGA,246060,,,,,1,07,1.0,,M,,,,'))).toMatchObject({
    time: undefined,
    figures: { satellites: 7 },
  });
  // A position that was found invalid moves at no speed.
  expect(readNmea(sum('GNRMC,120000,V,,,,,3.5,,291126,,'))).toMatchObject({ figures: { speed: undefined } });
  expect(readNmea(sum('GPHDT,274,M'))).toMatchObject({ figures: { heading: undefined } });
});
