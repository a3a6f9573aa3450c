import { dompapFile } from './dompap.ts';
import { heiloFile } from './heilo.ts';
import { lomviFile } from './lomvi.ts';
import { lomviTiltingFile } from './lomvi-tilting.ts';
import { rypeFile } from './rype.ts';
import { skarvFile } from './skarv.ts';
import { teistFile } from './teist.ts';
import { tjeldFile } from './tjeld.ts';
import { vipeFile } from './vipe.ts';

/** Library files of the aircraft of Grauholm, a file an aircraft; every figure in them is invented. */
export function fleetFiles(today: Date): readonly (readonly [name: string, text: string])[] {
  return [
    ['aircraft-qx-tjd.r1.yaml', tjeldFile(today)],
    ['aircraft-qx-hei.r1.yaml', heiloFile(today)],
    ['aircraft-qx-tei.r1.yaml', teistFile(today)],
    ['aircraft-qx-dpm.r1.yaml', dompapFile(today)],
    ['aircraft-qx-lmv.r1.yaml', lomviFile(today)],
    ['aircraft-qx-lmt.r1.yaml', lomviTiltingFile(today)],
    ['aircraft-qx-ryp.r1.yaml', rypeFile(today)],
    ['aircraft-qx-skv.r1.yaml', skarvFile(today)],
    ['aircraft-qx-vip.r1.yaml', vipeFile(today)],
  ];
}
