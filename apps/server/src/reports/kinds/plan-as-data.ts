import { planCalendar, planData, planTable } from '../plan-files.ts';
import { jsonText } from '../report.ts';
import { fromPlan } from './from-plan.ts';

/** The plan for other programs: a calendar, a table, data. */
export const planAsCalendar = fromPlan('plan.ics', 'text/calendar', planCalendar);
export const planAsTable = fromPlan('plan.csv', 'text/csv', planTable);
export const planAsJson = fromPlan('plan.json', 'application/json', (source) => jsonText(planData(source)));
