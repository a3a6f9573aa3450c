export { aircraftFile, day, instrumentFile } from './described.ts';
export { grauholmChart } from './field-chart.ts';
export { fleetFiles } from './fleet/index.ts';
export { teistFile } from './fleet/teist.ts';
export { tjeldFile } from './fleet/tjeld.ts';
export {
  amphibianPapers,
  commonPapers,
  modelPapers,
  tugPapers,
  worksPapers,
  type StoryCopies,
  type StoryPapers,
} from './papers.ts';
export { authorisationsOf, DEMO_PEOPLE, type DemoPerson } from './people.ts';
export { registerFiles } from './register.ts';
