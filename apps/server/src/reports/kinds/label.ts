import { ok, plateText, sayDay, type Aircraft } from '@kanzel/core';
import { toString as qrSvg } from 'qrcode';
import { printA4 } from '../pdf.ts';
import type { Report } from '../report.ts';

/** What a label is made from. */
export interface LabelSource {
  readonly aircraft: Aircraft;
  readonly printedAt: string;
}

/** The label of an aircraft: mark, serial and configuration, to be read by eye and by a scanner. */
export const label: Report<LabelSource> = {
  path: 'label.pdf',
  file: 'label.pdf',
  type: 'application/pdf',
  async make({ aircraft, printedAt }) {
    const { mark, type, serial, configuration } = aircraft;
    const svg = await qrSvg(plateText(aircraft), { type: 'svg', errorCorrectionLevel: 'Q', margin: 2 });
    return ok(
      await printA4(
        [
          {
            columns: [
              { svg, width: 120 },
              {
                stack: [
                  { text: mark, style: 'mark' },
                  { text: `${type}, serial ${serial}` },
                  { text: `Configuration ${configuration.code}`, bold: true, fontSize: 13 },
                  { text: configuration.title, style: 'small' },
                ],
                margin: [12, 12, 0, 0],
              },
            ],
          },
        ],
        `${mark} · label of ${sayDay(printedAt)} · another configuration needs another label`,
        `${mark} label`,
      ),
    );
  },
};
