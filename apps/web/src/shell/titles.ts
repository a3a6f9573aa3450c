import { ownMember, STATION_TITLES } from '@kanzel/core';

const PAGES: Readonly<Record<string, string>> = {
  '': 'Hangar',
  new: 'New campaign',
  findings: 'Findings of all aircraft',
  people: 'People',
  installation: 'Installation',
  library: 'Packs and limits',
  campaign: 'Campaign',
};

const KINDS: Readonly<Record<string, string>> = {
  'limit-book': 'Limit book',
  pack: 'Check pack',
  aircraft: 'Aircraft',
  instrument: 'Instrument',
};

const SHEETS: Readonly<Record<string, string>> = {
  ...STATION_TITLES,
  plan: 'Plan',
  findings: 'Findings and tags',
  'second-walk': 'Second walk',
  basis: 'What it is judged by',
  gate: 'Gate',
  crew: 'Crew',
  'field-chart': 'Field chart',
  briefing: 'Briefing',
  'from-memory': 'From memory',
  calls: 'Calls',
  emergency: 'Emergency cards',
};

/** What a page is called, by its address. Example: '/campaign/1/run-up' on QX-TJD is "Run-up, QX-TJD". */
export function titleOf(pathname: string, mark: string | undefined): string {
  const [first = '', second = '', third = ''] = pathname.split('/').slice(1);
  if (first === 'campaign')
    return [ownMember(SHEETS, third) ?? PAGES['campaign'], mark].filter((t) => t !== undefined).join(', ');
  if (first === 'library' && second !== '')
    return [ownMember(KINDS, second) ?? PAGES['library'], third].filter((t) => t !== '').join(' ');
  return ownMember(PAGES, first) ?? 'Nothing at this address';
}
