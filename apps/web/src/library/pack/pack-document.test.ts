import { packProblems, type Check, type Pack } from '@kanzel/core';
import { documentWith, freshCheck, packOf, type PackDocument } from './pack-document.ts';

const document = {
  format: 'kanzel-pack',
  version: 2,
  id: 'p',
  revision: 3,
  title: 'Pack',
  families: ['multirotor'],
  independentInspection: [],
  states: [],
  gates: [],
  checks: [
    {
      id: 'a',
      module: 'm',
      station: 'papers',
      title: 'A',
      challenge: 'A?',
      response: 'Yes',
      why: 'Because.',
      where: 'desk',
      who: 'pilot',
      answer: { kind: 'confirm' },
      minutes: 1,
    },
  ],
} as unknown as PackDocument;

test('a document is completed to a pack, and a pack put back says the same', () => {
  const pack = packOf(document);
  expect(pack.checks[0]).toMatchObject({
    cautions: [],
    subject: 'aircraft',
    notApplicable: true,
    standsOn: [],
  });
  expect(packOf(documentWith(document, pack))).toEqual(pack);
  expect(documentWith(document, { ...pack, title: 'Other' })).toMatchObject({
    format: 'kanzel-pack',
    title: 'Other',
  });
});

test('a new check fits where it is put: it needs what its neighbour needs, and makes no dead end', () => {
  const pack: Pack = packOf(document);
  const like = { ...(pack.checks[0] as Check), needs: {}, where: 'van' };
  const fresh = freshCheck('b', 'Second', like, 'papers');
  expect(fresh).toMatchObject({ where: 'van', station: 'papers', module: 'm', challenge: 'Second?' });
  expect(packProblems({ ...pack, checks: [...pack.checks, fresh] })).toEqual([]);
  // Work on what its neighbour proves brings it back; done once, it proves that of every engine.
  const oil = freshCheck('c', 'Third', { ...like, proves: ['engine.{engine}.oil', 'gear'] }, 'papers');
  expect(oil.proves).toEqual(['engine.*.oil', 'gear']);
  expect(packProblems({ ...pack, checks: [...pack.checks, oil] })).toEqual([]);
});
