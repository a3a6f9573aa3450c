/** What one view is for, what to do on it, and the words it uses. */
export interface HelpPage {
  /** The address, with `*` for one part of it. The first that fits counts. */
  readonly at: string;
  readonly title: string;
  readonly what: string;
  readonly next: readonly string[];
  readonly words: readonly (readonly [word: string, meaning: string])[];
}

const MARKS: readonly (readonly [string, string])[] = [
  ['Within limits', 'measured, and inside by the rule of its limit'],
  ['Near the limit', 'inside the caution band, or too close to tell'],
  ['Out of limits', 'outside; a finding is raised from it'],
  ['Repeat needed', 'something touched it since: it counts no more'],
  ['Not conclusive', 'nobody can say: no limit, no instrument, or no answer that tells'],
];

const GATE: readonly [string, string] = [
  'Gate',
  'a bar across the work: open, held or passed. It says what holds it, and the shortest way',
];

/** Every view once. A view without a line here is seen by a test. */
export const HELP_PAGES: readonly HelpPage[] = [
  {
    at: '/',
    title: 'Hangar',
    what: 'Every aircraft with its campaigns in progress: how far each is, and what it waits for.',
    next: [
      'Press a line to go on where the work stands.',
      'New campaign opens one: aircraft, occasion, what was done.',
      'The margin lists open tags, and work that waits for a second person.',
    ],
    words: [
      ['Campaign', 'everything from the work done to the signature, for one aircraft and one reason'],
      ['Tag', 'something is open or disconnected right now; it holds every gate ahead'],
      GATE,
    ],
  },
  {
    at: '/new',
    title: 'New campaign',
    what: 'Says why a campaign is opened and what was done. What has to be proven follows from that.',
    next: [
      'Choose the aircraft and the occasion, and give it a title.',
      'Point at what was worked on, or type it. Each press shows what has to be proven now.',
      'Open the campaign. What has no limit yet keeps nothing from starting.',
    ],
    words: [
      ['Occasion', 'after maintenance, acceptance, maiden flight, site release, or a ground run only'],
      ['Scope', 'the checks that have to be proven this time, each with the reason that brings it in'],
      ['Rests on earlier evidence', 'proven and released before, and not touched since'],
    ],
  },
  {
    at: '/campaign/*/briefing',
    title: 'Briefing',
    what: 'One page that is read aloud before a flight, out of what is known already: how far, wind and run, what is flown and what is not, roles, and the three most likely emergencies.',
    next: [
      'What is not recorded yet is a link to where it is recorded.',
      'Read it to everybody who flies, watches or calls; print it for who has no device.',
    ],
    words: [
      [
        'Most likely emergencies',
        'by what was found and what was worked on; where nothing says more, as the cards are listed',
      ],
    ],
  },
  {
    at: '/campaign/*/field-chart',
    title: 'Field chart',
    what: 'The field from above with the circuit as it is planned: where it has glide cover and where it has not.',
    next: [
      'Say the wind, how it glides, and the circuit. The chart follows.',
      'Move along the flight, or press on it: from which height which place can be reached.',
      'Compare first turns shows which turn after the take-off leaves the fewest seconds without glide cover.',
    ],
    words: [
      [
        'Glide cover',
        'a landing place can be reached without the engine, clear of the ground, with the height over it that was entered',
      ],
      ['Factor on height loss', 'how much more height is reckoned with than the best figures say'],
    ],
  },
  {
    at: '/campaign/*/crew',
    title: 'Crew',
    what: 'Who reads, who is where, and how a further device joins. One calls, another looks; the answer names both.',
    next: [
      'Read from this device: each step is then called to a position with Enter.',
      'Scan a code with another device to join, and choose its position there.',
      'A position without a device answers by voice; whoever called writes it down as that.',
    ],
    words: [
      ['Position', 'where somebody stands or sits who is called: left seat, tail, outside'],
      ['Called again', 'the answer was wrong, hesitant, or faster than a look takes: it counts no more'],
    ],
  },
  {
    at: '/campaign/*/from-memory/*',
    title: 'From memory',
    what: 'For whoever knows the flow: done as a whole, ticked off afterwards, with what was left out shown first.',
    next: [
      'Do the flow. Then tick what you did.',
      'Ask what was left out: it comes first, with its why. Look at it now, or leave it to its own step.',
      'Record what was done. The record says that it was ticked off afterwards.',
    ],
    words: [
      [
        'From memory',
        'only what is looked at and said; what is measured, or changes how the aircraft stands, is not',
      ],
    ],
  },
  {
    at: '/campaign/*/calls',
    title: 'Calls',
    what: 'What is called to your position, one at a time. What is expected is not said before you have looked.',
    next: [
      'Choose where you are.',
      'Look, then answer: yes, no and what it is instead, or the figure.',
      'Emergency is one press away, also without the server.',
    ],
    words: [['Called again', 'whoever reads did not take the answer: look once more']],
  },
  {
    at: '/people',
    title: 'People',
    what: 'Accounts, and in which roles each person may act, for what, and until when.',
    next: ['Change your own passphrase or PIN here.', 'An administrator adds people and authorisations.'],
    words: [
      ['Role', 'technician, inspector, certifying person, test pilot, observer, administrator'],
      ['Authorisation', 'a role held until a day, for some families or systems only'],
    ],
  },
  {
    at: '/installation',
    title: 'Installation',
    what: 'What this installation has done: its log, its copies, its key.',
    next: ['Make a copy now, or see when the last one was made.', 'Verify the log against its signature.'],
    words: [['Copy', 'the whole of the data in one file, from which it can be restored']],
  },
  {
    at: '/findings',
    title: 'Findings of all aircraft',
    what: 'Every finding by who must act next, or as a table to sort and search.',
    next: [
      'A title leads to the finding in its campaign.',
      'What was put off and has run out waits for work again.',
    ],
    words: [['Deferred', 'put off under conditions, until a day, hours or flights']],
  },
  {
    at: '/library',
    title: 'Packs and limits',
    what: 'Everything that campaigns are judged by: aircraft, limit books, check packs, instruments.',
    next: [
      'Describe an aircraft: what it is, and it gets the pack that fits and a limit book of its own.',
      'A draft judges nobody until it is published.',
    ],
    words: [
      ['Check pack', 'the checks of a kind of aircraft, in order, with gates'],
      ['Limit book', 'the figures that a type or one airframe is held against'],
      ['Revision', 'published once and never changed; campaigns keep the one they began with'],
    ],
  },
  {
    at: '/library/limit-book/*',
    title: 'Limit book',
    what: 'The figures that an aircraft is held against, each with its source.',
    next: [
      'Type down a column, Enter goes to the next; or paste a block of cells from a spreadsheet.',
      'What is left empty is not entered: its checks stay “not conclusive”.',
      'Publish it. Only then are new campaigns judged by it.',
    ],
    words: [
      ['Low, high', 'the hard edges; on the edge is inside'],
      ['Caution', 'the inner edges: beyond them it is near the limit'],
      ['Within by more than the uncertainty', 'inside only when the instrument leaves no doubt'],
    ],
  },
  {
    at: '/library/pack/*',
    title: 'Check pack',
    what: 'The checks of a kind of aircraft: what is asked, how it is answered, what it proves.',
    next: ['Open a check to change it; each change is tried on an aircraft before it is published.'],
    words: [
      ['Stands on', 'proven only as long as that other check is'],
      ['Proves', 'the systems that work on them takes it from'],
    ],
  },
  {
    at: '/library/aircraft/*',
    title: 'Aircraft',
    what: 'What an aircraft is made of: drawing, engines, equipment, loading, the ways it is set up.',
    next: [
      'Point at a part of the drawing to change it.',
      'The margin says what comes next: its limits, publishing, a campaign.',
    ],
    words: [
      ['Configuration code', 'five characters that change whenever anything that matters changes'],
      ['Option', 'a way in which it may be set up: wheels or floats'],
    ],
  },
  {
    at: '/library/instrument/*',
    title: 'Instrument',
    what: 'One tool of the workshop: what it measures, how well, until when its certificate holds.',
    next: ['Enter the new certificate when it comes back; readings from before keep the old one.'],
    words: [['Accuracy', 'half of the band that its readings lie in']],
  },
  {
    at: '/campaign/*/plan/scope',
    title: 'Plan: scope',
    what: 'What has to be proven in this campaign, and why, by station.',
    next: [
      'Change it when more was done than was said.',
      'Leave out several asks for one sentence and a role.',
    ],
    words: [['Left out', 'would have to be proven; a person decided otherwise, and says why']],
  },
  {
    at: '/campaign/*/plan/ways',
    title: 'Plan: ways',
    what: 'Where the trade knows more than one way: which is followed here, and why.',
    next: ['Choose one on each question. What was measured may leave only one.'],
    words: [['First flight', 'a circuit, overhead, or as the programme says']],
  },
  {
    at: '/campaign/*/plan/order',
    title: 'Plan: order',
    what: 'The order in which the checks are worked.',
    next: ['Drag a check, or move it by keys. What cannot be is said at once.'],
    words: [['Waits', 'not before, or not later than, so long after another check']],
  },
  {
    at: '/campaign/*/plan/day',
    title: 'Plan: day',
    what: 'Who does what when: people, places, instruments, daylight and wind.',
    next: ['Say who is there, and plan the day. It goes on from now at any time.'],
    words: [['Bar', 'a check with its minutes; hollow is planned, filled is done']],
  },
  {
    at: '/campaign/*/plan/flights',
    title: 'Plan: flights',
    what: 'Test points packed into flights, by risk, configuration, height and fuel or energy.',
    next: ['Give the budget; the flights follow. Move a point where you know better.'],
    words: [['Risk 1 to 5', 'as any flight, to as far as this aircraft is taken']],
  },
  {
    at: '/campaign/*/plan/what-if',
    title: 'Plan: what if',
    what: 'What a change would cost before anything is recorded.',
    next: ['Say what would be worked on, who would be missing, or how much later it begins.'],
    words: [],
  },
  {
    at: '/campaign/*/plan/take-away',
    title: 'Plan: print and export',
    what: 'Cards for the knee, the plan on paper, the record as a file.',
    next: ['Choose what to take along.'],
    words: [['Record file', 'every entry with its chain; anyone can verify it']],
  },
  {
    at: '/campaign/*/gate/*',
    title: 'Gate',
    what: 'What has to be so before the work goes on, what holds it, and who may pass it.',
    next: [
      'Press what holds it to go there.',
      'Pass it when it is open. What comes after has to be seen again.',
    ],
    words: [GATE, ['Override', 'a certifying person lets one named thing stand, and says why']],
  },
  {
    at: '/campaign/*/second-walk',
    title: 'Second walk',
    what: 'The inspection once more, by somebody who gave none of its answers and does not see them.',
    next: [
      'Begin it, say what you find at each step, and finish it.',
      'Then settle one by one what the two of you did not find alike.',
    ],
    words: [
      ['Blind', 'what the first one found is shown when you have finished'],
      ['Drawn', 'where a pack asks for so many steps, the product chooses them, nobody else'],
    ],
  },
  {
    at: '/campaign/*/findings/*',
    title: 'Finding',
    what: 'Something that was found: assessed, worked on, inspected, closed.',
    next: [
      'Assess it: does it ground the aircraft?',
      'Record the action, and what it touched.',
      'Close it once its checks are good again.',
    ],
    words: [
      ['Grounds the aircraft', 'no gate opens while it is open'],
      ['Deferred', 'flown with it, on conditions and until a day, hours or flights'],
      ['Merged', 'the same as another finding, and worked on there'],
      ['Split off', 'was part of another, and is worked on by itself'],
      ['Reopened', 'there again: closed only after something was done about it'],
    ],
  },
  {
    at: '/campaign/*/findings',
    title: 'Findings and tags',
    what: 'Everything that was found, and every tag that is on.',
    next: ['Raise a finding, or add a tag. Open one to go on with it.'],
    words: [
      [
        'Tag',
        'something is open or disconnected right now; the colour of its kind of work is chosen on its sheet',
      ],
    ],
  },
  {
    at: '/campaign/*/release',
    title: 'Return to service',
    what: 'The evidence on one sheet, for the certifying person who signs it.',
    next: [
      'Read what is left, what was overridden, what lies closest to its limit.',
      'Sign with your passphrase.',
    ],
    words: [['Head', 'the sum of the whole record: a signature is over exactly this']],
  },
  {
    at: '/campaign/*/basis',
    title: 'Judged by',
    what: 'The pack, the limits, the aircraft and the instruments that this campaign was opened with.',
    next: ['Move the campaign to a newer revision; what changes has to be repeated.'],
    words: [],
  },
  {
    at: '/campaign/*/emergency',
    title: 'Emergency cards',
    what: 'What to do now, in the figures of this aircraft. Escape comes back.',
    next: ['Read the first lines aloud.'],
    words: [],
  },
  {
    at: '/campaign/*/emergency/*',
    title: 'Emergency card',
    what: 'What to do now, in the figures of this aircraft. Escape comes back.',
    next: ['Read it aloud, line by line.'],
    words: [],
  },
  {
    at: '/campaign/*/inspection',
    title: 'Inspection',
    what: 'A walk round the aircraft, drawn from its layout: the places in the order with the fewest steps, open work first, then clean hands, then what closes.',
    next: [
      'Do what the blue button says; it leads on along the dashed line.',
      'A number on the drawing leads to what is open there.',
      'A place fills in when everything there is proven. T is a tag that is on, F a finding that is open; the staff of a T has the colour of its kind of work.',
    ],
    words: MARKS,
  },
  {
    at: '/campaign/*/controls',
    title: 'Controls & sensors',
    what: 'Which way everything goes when a stick is moved or the airframe is tilted; then the link, the sensors and the failsafes.',
    next: [
      'Say of each surface or motor which way it goes: in its row, on the drawing, or by the keys +, 0 and -.',
      'The second person says it on another device, and is shown the first answer afterwards.',
      'What goes the wrong way is explained in the margin: the likeliest cause, the next question, and where it is put right.',
    ],
    words: MARKS,
  },
  {
    at: '/campaign/*/*',
    title: 'Station',
    what: 'The checks of one station in their order; the step in progress stands on top.',
    next: [
      'Do what the blue button says; Enter does the same.',
      'A figure is typed, or taken from the engine monitor once it is steady.',
      'What is out of limits leads to a finding; what is blocked says what comes first.',
    ],
    words: MARKS,
  },
];

/** The help of an address; undefined for one that is no view. Example: "/campaign/7/gate/power" is that of a gate. */
export function helpAt(path: string): HelpPage | undefined {
  const steps = path.replace(/\/+$/, '').split('/');
  return HELP_PAGES.find(({ at }) => {
    const wanted = at.replace(/\/+$/, '').split('/');
    return wanted.length === steps.length && wanted.every((w, i) => w === '*' || w === steps[i]);
  });
}
