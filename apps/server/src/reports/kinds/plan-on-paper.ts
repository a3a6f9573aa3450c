import { printA4 } from '../pdf.ts';
import { planPages } from '../plan-files.ts';
import { fromPlan } from './from-plan.ts';

/** The plan on paper. */
export const planOnPaper = fromPlan('plan.pdf', 'application/pdf', (source) =>
  printA4(planPages(source, source.time), source.foot, `${source.mark} plan`),
);
