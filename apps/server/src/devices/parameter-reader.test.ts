import { seededRandom, STANDIN_PARAMETERS, VehicleStandin } from '@kanzel/standins';
import { BadRadio } from '../testing/bad-radio.ts';
import { ParameterReader, type ParametersRead } from './parameter-reader.ts';

const LIST = STANDIN_PARAMETERS.map(([name, , value]) => ({ name, value }));
const code = (read: ParametersRead): string =>
  read.ok ? `${read.value.length} parameters` : read.error.code;
const bytesOf = (value: number): number => new DataView(Float32Array.of(value).buffer).getUint32(0, true);
const codes = (name: string): number[] => Array.from({ length: 16 }, (_, i) => name.charCodeAt(i) || 0);

test('all of them, over a radio that loses, doubles, holds back and garbles, each with its own value', async () => {
  const { uniform } = seededRandom(5);
  const standin = new VehicleStandin(1, 6, 3);
  const radio = new BadRadio(standin, uniform);
  const reader: ParameterReader = new ParameterReader(
    await radio.open((_, figures) => reader.take(figures)),
    1,
    20,
  );
  const [read, same] = await Promise.all([reader.read(), reader.read()]);
  expect(code(read)).toBe('120 parameters');
  expect(read.ok && read.value).toEqual(LIST);
  expect(same).toBe(read);
  // The list comes by itself; only what was lost of it is asked for.
  expect(radio.sent).toBeLessThan(120);
  // After another board was put in: two are otherwise, one is new.
  standin.command({ parametersChanged: true });
  const again = await reader.read();
  expect(
    again.ok && again.value.filter((p) => !LIST.some((l) => l.name === p.name && l.value === p.value)),
  ).toEqual([
    { name: 'SET_012', value: 13 },
    { name: 'SET_050', value: 7.25 },
    { name: 'SET_NEW', value: 0.5 },
  ]);
  radio.close();
});

describe('a list that is not whole is none', () => {
  const says = (index: number, count: number, name = `P${index}`) => ({
    param_id: codes(name),
    'param_value bytes': [bytesOf(index + 0.5)],
    param_type: [9],
    param_count: [count],
    param_index: [index],
  });
  const reading = (
    answers: (asked: string, index: number) => readonly ReturnType<typeof says>[],
  ): Promise<ParametersRead> => {
    const reader: ParameterReader = new ParameterReader(
      (name, figures) => {
        for (const said of answers(name, figures['param_index'] ?? -1))
          queueMicrotask(() => reader.take(said));
      },
      1,
      2,
    );
    return reader.read();
  };

  test('silent, cut off, of twice one name, or of more than there can be: said, and nothing is taken', async () => {
    expect(code(await reading(() => []))).toBe('parametersSilent');
    const list = (asked: string, ...them: readonly ReturnType<typeof says>[]) =>
      asked === 'PARAM_REQUEST_LIST' ? them : [];
    expect(await reading((asked) => list(asked, says(0, 4), says(2, 4)))).toMatchObject({
      ok: false,
      error: { code: 'parametersCutOff', params: { count: 4, got: 2, missing: 1 } },
    });
    expect(code(await reading((asked) => list(asked, says(0, 2, 'SAME'), says(1, 2, 'SAME'))))).toBe(
      'parametersTwice',
    );
    expect(code(await reading((asked) => list(asked, says(0, 4001))))).toBe('parametersTooMany');
  });

  test('one that was changed meanwhile has no place, a list of another length is another list, and a name may fill all places', async () => {
    const long = 'SIXTEEN_LETTERS_';
    const read = await reading((asked, index) =>
      asked === 'PARAM_REQUEST_LIST'
        ? [says(0, 3), says(1, 3, 'OLD'), says(65_535, 3, 'MOVED'), says(0, 2, long)]
        : [says(index, 2, index === 0 ? long : 'LAST')],
    );
    expect(read).toEqual({
      ok: true,
      value: [
        { name: long, value: 0.5 },
        { name: 'LAST', value: 1.5 },
      ],
    });
  });
});
