import type { ReactElement } from 'react';
import type { KeptProps } from '../answer-view.ts';
import { SphereResult } from './result.tsx';

/** The sphere as it was turned about, and what it comes to. */
export function KeptSphere({ answer }: KeptProps<'sphere'>): ReactElement {
  return (
    <div className="mt-2">
      <SphereResult answer={answer} />
      <p className="cap mt-1">
        {answer.samples.x.length} readings {answer.from === 'vehicle' ? 'of the vehicle' : 'of a file'}.
      </p>
    </div>
  );
}
