import { Readable } from 'node:stream';
import type { Scan } from '@kanzel/core';
import { toBuffer } from 'qrcode';
import { type AttachmentsService, printA4 } from '@kanzel/server';
import { day, type StoryCopies } from '@kanzel/world';

/** A sheet as an office would send it, printed here since there is none to send one. */
async function sheet(
  attachments: AttachmentsService,
  name: string,
  title: string,
  lines: readonly [number: string, until: string, ...conditions: string[]],
): Promise<StoryCopies['permit']> {
  const [number, until, ...conditions] = lines;
  const page = await printA4(
    [
      { text: title, style: 'mark' },
      { text: number, style: 'title', margin: [0, 12, 0, 12] },
      { text: until, bold: true },
      { ol: conditions, margin: [0, 10, 0, 10] },
      { text: 'Aviation office of the outer islands' },
    ],
    'Copy for the file',
    name,
  );
  const kept = await attachments.keep(`${name}.pdf`, Readable.from([page]));
  if (!kept.ok) throw new Error(`makeDemo: ${JSON.stringify(kept.error)}`);
  return kept.value;
}

/** A photograph. Nobody has a camera here: the sticker under the hatch fills it. */
async function photograph(attachments: AttachmentsService, view: string): Promise<Scan> {
  const seen = await toBuffer(`Bay, hatch off, ${view}`, { type: 'png', scale: 8 });
  const kept = await attachments.keep(`Bay ${view}.png`, Readable.from([seen]));
  if (!kept.ok) throw new Error(`makeDemo: ${JSON.stringify(kept.error)}`);
  return kept.value;
}

/** The papers of which a copy belongs to the record, as they were on a day of the story. */
export async function printCopies(attachments: AttachmentsService, today: Date): Promise<StoryCopies> {
  return {
    bay: [await photograph(attachments, 'from above'), await photograph(attachments, 'from the side')],
    certificate: await sheet(attachments, 'Certificate A-2031', 'Airworthiness certificate', [
      'No. A-2031',
      `In force until ${day(today, 275)}`,
      'Kept by the maintenance programme of the workshop.',
    ]),
    report: await sheet(attachments, 'Weighing report', 'Weighing report', [
      'Empty aircraft, on three scales',
      `Filed on ${day(today, -2)}`,
      'Mass and centre as entered in the register of the workshop.',
      'Equipment list of the same day attached.',
    ]),
    permit: await sheet(attachments, 'Permit T-114', 'Permit to test', [
      'No. T-114 · Heilo, serial H-1, QX-HEI',
      `In force until ${day(today, 110)}`,
      'Not above 1500 m.',
      'Take-off mass not above 690 kg.',
      'Pilot alone.',
      'By day, in sight of the field of Grauholm.',
    ]),
  };
}
