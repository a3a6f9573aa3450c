import { err, kindOfWork, WORK_KIND_TITLES, sayInstant, namesOf, ok, type TagState } from '@kanzel/core';
import { toString as qrSvg } from 'qrcode';
import { printA4 } from '../pdf.ts';
import type { CampaignSource } from '../read-campaign.ts';
import type { Report } from '../report.ts';

/** What the label of a tag is made from. */
export interface TagLabelSource extends CampaignSource {
  readonly tag: TagState;
  /** Where the tag is opened: what the code on the label says. */
  readonly address: string;
}

/** A label to be hung where something is open: by eye what and by whom, by a scanner the tag itself. */
export const tagLabel: Report<TagLabelSource> = {
  path: 'tags/label.pdf',
  file: 'tag.pdf',
  type: 'application/pdf',
  async make({ index, people, tag: { on, off }, address, printedAt }) {
    if (off) return err(`“${on.thing}” was taken off; its label is for nothing any more.`);
    const { mark } = index.basis.aircraft;
    const names = namesOf(index);
    const check = on.check === undefined ? undefined : index.checks.get(on.check);
    const svg = await qrSvg(address, { type: 'svg', errorCorrectionLevel: 'Q', margin: 2 });
    const lines = [
      on.where,
      on.why,
      `Work: ${WORK_KIND_TITLES[kindOfWork(on.touches)]}`,
      check ? `On for “${check.title}” alone: that check goes on meanwhile.` : '',
      on.touches.length > 0 ? `Touches: ${on.touches.map((t) => names.thing(t)).join('; ')}` : '',
    ].filter((line) => line !== '');
    return ok(
      await printA4(
        [
          {
            columns: [
              { svg, width: 120 },
              {
                stack: [
                  { text: `${mark} · open work`, style: 'mark' },
                  { text: on.thing, bold: true, fontSize: 15, margin: [0, 4, 0, 4] },
                  ...lines.map((text) => ({ text })),
                  {
                    text: `By ${people.get(on.by) ?? 'someone'}, since ${sayInstant(on.at)}`,
                    margin: [0, 6, 0, 4],
                  },
                  { text: 'Do not start, arm or fly before it is taken off in the record.', bold: true },
                ],
                margin: [12, 4, 0, 0],
              },
            ],
          },
        ],
        `${mark} · printed ${sayInstant(printedAt)}`,
        `${mark} tag`,
      ),
    );
  },
};
