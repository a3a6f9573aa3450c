import {
  ControlFaults,
  type ControlContext,
  type ControlOutput,
  type Explained,
  type SenseQuestion,
  type SenseSeen,
} from '@kanzel/core';

/** What is explained: an aircraft's controls, what can be asked, and what was answered. */
export interface ExplainOrder {
  readonly number: number;
  readonly outputs: readonly ControlOutput[];
  readonly context: ControlContext;
  readonly askable: readonly SenseQuestion[];
  readonly seen: readonly SenseSeen[];
}

export interface ExplainAnswer {
  readonly number: number;
  readonly explained: Explained;
}

let made: { readonly key: string; readonly faults: ControlFaults } | undefined;

/** Sorting what is possible takes longer than asking it: it is made once for an aircraft. */
function faultsOf({ outputs, context, askable }: ExplainOrder): ControlFaults {
  const key = JSON.stringify([outputs, context, askable]);
  if (made?.key !== key) made = { key, faults: new ControlFaults(outputs, context, askable) };
  return made.faults;
}

addEventListener('message', ({ data }: MessageEvent<ExplainOrder>) => {
  const answer: ExplainAnswer = { number: data.number, explained: faultsOf(data).explain(data.seen) };
  postMessage(answer);
});
