import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { LIMIT_KINDS, LIMIT_TYPES, limitErrors, type Limit } from '@kanzel/core';

interface Rule {
  readonly if: {
    readonly properties: { readonly kind: { readonly const?: string; readonly enum?: string[] } };
  };
  readonly then?: { readonly required?: readonly string[]; readonly not?: unknown };
}
const schema = JSON.parse(readFileSync(join(__dirname, '../schemas/limit-book.schema.json'), 'utf8')) as {
  readonly definitions: {
    readonly limit: {
      readonly properties: Readonly<Record<string, { readonly enum?: readonly string[] }>>;
      readonly allOf: readonly Rule[];
    };
  };
};
const { limit } = schema.definitions;

test('the schema of limit books and the members of the kinds say the same', () => {
  expect(limit.properties['kind']?.enum).toEqual(LIMIT_KINDS);
  const common = ['key', 'kind', 'title', 'unit', 'class', 'acceptance', 'source', 'conditions', 'quantity'];
  const members = LIMIT_KINDS.flatMap((k) => LIMIT_TYPES[k].members.map((m): string => m.name));
  expect(new Set(Object.keys(limit.properties))).toEqual(
    new Set([...common, 'because', 'bounds', ...members]),
  );
  const [edges] = limit.allOf;
  expect(new Set(edges?.if.properties.kind.enum)).toEqual(
    new Set(LIMIT_KINDS.filter((k) => LIMIT_TYPES[k].edges === 'none')),
  );
  for (const kind of LIMIT_KINDS) {
    const wanted = limit.allOf.flatMap((rule) =>
      rule.if.properties.kind.const === kind ? (rule.then?.required ?? []) : [],
    );
    // A file has to say what has no usual value and is not left out for good.
    const needed = LIMIT_TYPES[kind].members.flatMap((m): string[] =>
      m.usual === undefined && m.optional !== true ? [m.name] : [],
    );
    expect({ kind, members: [...wanted].sort() }).toEqual({ kind, members: needed.sort() });
  }
});

test('what a kind begins with is a limit without a fault, and one size below its least is seen', () => {
  for (const kind of LIMIT_KINDS) {
    const type = LIMIT_TYPES[kind];
    const first = {
      key: kind,
      kind,
      title: kind,
      unit: type.unit ?? 'rpm',
      class: 'performance',
      acceptance: 'simple',
      source: { document: 'Manual', revision: '1' },
      conditions: [],
      ...(type.edges === 'none' ? {} : { bounds: { low: 0, high: 1 } }),
      ...Object.fromEntries(type.members.map((m) => [m.name, m.first])),
    };
    expect({ kind, errors: limitErrors(first as unknown as Limit) }).toEqual({ kind, errors: [] });
    for (const member of type.members) {
      if (member.form !== 'figure' || member.least === undefined) continue;
      const below = { zero: -1, 'more than zero': 0, two: 1 }[member.least];
      const faulty = { ...first, [member.name]: below } as unknown as Limit;
      expect(limitErrors(faulty).map((r) => [r.code, r.params['member']])).toContainEqual([
        'sizeWrong',
        member.called,
      ]);
    }
  }
});
