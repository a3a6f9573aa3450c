import { ownMember } from '../own-member.ts';
import { movesUnder, singleCauses, type ControlCause } from './causes.ts';
import { watchedOf, type SenseQuestion } from './inputs.ts';
import type { ControlContext, ControlOutput, WayOfMoving } from './outputs.ts';

/** What was seen: which way each output went. */
export interface SenseSeen extends SenseQuestion {
  readonly ways: Readonly<Record<string, WayOfMoving>>;
}

/** What would explain the answers, and what it leaves open. */
export interface Explanation {
  /** One cause, or two together. */
  readonly causes: readonly ControlCause[];
  /** Other causes that nothing which can be asked here tells from these. */
  readonly tied: readonly (readonly ControlCause[])[];
  /** How many of the answers it explains whole. */
  readonly explained: number;
  readonly unexplained: readonly SenseQuestion[];
  /** How much of what is possible it is, 0 to 1. */
  readonly share: number;
}

export interface Explained {
  readonly answers: number;
  /** Likeliest first. */
  readonly ranked: readonly Explanation[];
  /** The first is far likelier than all that goes without it: it is worth acting on, whatever else there may be. */
  readonly settled: boolean;
  /** What separates what is left best; undefined where nothing that is left to ask does. */
  readonly next?: SenseQuestion;
}

/** Two people who watch and call are wrong about one surface in two hundred. */
const MISTAKEN = 0.005;
/** An aircraft in order, against any one fault. */
const IN_ORDER = 10;
/** Two faults at once, against one. */
const PAIR = 0.02;
/** What is not worth asking, in bits. */
const WORTH_ASKING = 0.005;
/** What a leader has to have of all that is possible. */
const SETTLED = 0.9;
/** What is as likely as this part of the leader leads beside it. */
const LEADING = 0.2;
/** A share that changes nothing. */
const NOTHING = 1e-6;
const SHOWN = 6;

const isSame = (a: SenseQuestion, b: SenseQuestion): boolean => a.input === b.input && a.group === b.group;

/** A box is put in turned about the vertical or upside down far more often than on its edge. */
function weightOf(cause: ControlCause): number {
  if (cause.kind === 'mounting')
    return cause.mounting.top === 'up' || cause.mounting.top === 'down' ? 1 : 0.3;
  return cause.kind === 'numbered-on' ? 0.3 : 1;
}

interface Possible {
  readonly causes: readonly ControlCause[];
  readonly weight: number;
}

/** Everything that behaves alike for all that can be asked: no answer can ever separate it. */
interface Alike {
  readonly members: readonly Possible[];
  /** The plainest of them: one cause, where one is enough. */
  readonly plainest: readonly Possible[];
  readonly weight: number;
  /** By question in the order they can be asked: which of its pictures it would give. */
  readonly gives: readonly number[];
}

/** One question, the outputs that are watched, and every picture that anything possible would give of them. */
interface Asked {
  readonly question: SenseQuestion;
  readonly outputs: readonly ControlOutput[];
  readonly pictures: string[];
}

/** What nobody said of an output, which says nothing for or against anything. */
const UNSAID = '?';
const MARKS: Readonly<Record<WayOfMoving, string>> = { plus: '+', still: '0', minus: '-' };
const markOf = (way: WayOfMoving | undefined): string => (way === undefined ? UNSAID : MARKS[way]);

/** How many outputs went otherwise than they would have. */
function differences(would: string, seen: string): number {
  let count = 0;
  for (let i = 0; i < seen.length; i += 1) if (seen[i] !== UNSAID && seen[i] !== would[i]) count += 1;
  return count;
}

/** How likely a picture makes what was seen. */
const likelihood = (would: string, seen: string): number => {
  const off = differences(would, seen);
  return (MISTAKEN / 2) ** off * (1 - MISTAKEN) ** (seen.length - off);
};

/** One thing, or two at once that can be at once: a box lies in one way. */
function possibleOf(singles: readonly ControlCause[]): Possible[] {
  return [
    { causes: [], weight: IN_ORDER },
    ...singles.map((c) => ({ causes: [c], weight: weightOf(c) })),
    ...singles.flatMap((a, i) =>
      singles
        .slice(i + 1)
        .filter((b) => !(a.kind === 'mounting' && b.kind === 'mounting'))
        .map((b) => ({ causes: [a, b], weight: weightOf(a) * weightOf(b) * PAIR })),
    ),
  ];
}

/** Whether something is the leader with a second thing beside it that did not show yet. */
const goesWith = (one: Alike, leader: Alike): boolean =>
  leader.plainest.some(
    ({ causes }) =>
      causes.length > 0 && one.plainest.some((m) => causes.every((cause) => m.causes.includes(cause))),
  );

/**
 * The leader, and what it is weighed against. One thing that explains all needs no two beside it: then these are other single things,
 * that which explains most answers and happens most often first.
 */
function shownOf(told: readonly (Explanation & { readonly weight: number })[]): readonly Explanation[] {
  const [leader, ...others] = told;
  if (!leader) return [];
  const rest =
    leader.causes.length > 1
      ? others
      : others
          .filter((e) => e.causes.length <= 1)
          .toSorted((a, b) => b.explained - a.explained || b.weight - a.weight || b.share - a.share);
  return [leader, ...rest].slice(0, SHOWN).map(({ weight: _, ...explanation }) => explanation);
}

const sum = (list: Iterable<number>): number => {
  let all = 0;
  for (const x of list) all += x;
  return all;
};

/** Sorts what is possible by what it would look like, and notes the pictures of each question on the way. */
function sortAlike(
  outputs: readonly ControlOutput[],
  possible: readonly Possible[],
  asked: readonly Asked[],
): readonly Alike[] {
  const inputs = [...new Set(asked.map((a) => a.question.input))];
  const numbers = asked.map(() => new Map<string, number>());
  const found = new Map<string, { gives: readonly number[]; members: Possible[] }>();
  for (const one of possible) {
    const under = new Map(inputs.map((input) => [input, movesUnder(outputs, one.causes, input)]));
    const gives = asked.map(({ question, outputs: watched, pictures }, i) => {
      const picture = watched.map((o) => markOf(under.get(question.input)?.get(o.id))).join('');
      const known = numbers[i]?.get(picture);
      if (known !== undefined) return known;
      numbers[i]?.set(picture, pictures.length);
      return pictures.push(picture) - 1;
    });
    const key = gives.join(' ');
    const same = found.get(key);
    if (same) same.members.push(one);
    else found.set(key, { gives, members: [one] });
  }
  return [...found.values()].map(({ gives, members }) => {
    const sorted = members.toSorted((a, b) => a.causes.length - b.causes.length || b.weight - a.weight);
    return {
      gives,
      members: sorted,
      plainest: sorted.filter((m) => m.causes.length === sorted[0]?.causes.length),
      weight: sum(members.map((m) => m.weight)),
    };
  });
}

interface Weighed {
  readonly one: Alike;
  readonly share: number;
}

/** Everything that can be wrong on one aircraft, sorted by what it would look like. Made once; asked with every answer. */
export class ControlFaults {
  private readonly alike: readonly Alike[];
  private readonly asked: readonly Asked[];

  /** Of an aircraft's outputs, as far as the questions of its pack can show it. */
  constructor(outputs: readonly ControlOutput[], context: ControlContext, askable: readonly SenseQuestion[]) {
    const own = outputs.filter((o) => askable.some((q) => q.group === o.group));
    this.asked = askable.map((question) => ({
      question,
      outputs: watchedOf(own, context, question),
      pictures: [],
    }));
    this.alike = sortAlike(own, possibleOf(singleCauses(own, context)), this.asked);
  }

  /**
   * Ranks what would explain the answers so far, by how likely it makes them (Bayes; one thing before two together), and says which
   * question separates what is left best: the one whose answer is expected to tell most (Shannon's entropy of the answers that what is
   * left would give). Answers to what cannot be asked here are passed over; an output of which nothing was said counts neither way.
   * Example: sticks right, and the corrections of roll and pitch backwards: a box turned half round about the vertical explains all, a
   * gain reversed in roll leaves pitch unexplained.
   */
  explain(seen: readonly SenseSeen[]): Explained {
    const words = this.asked.map(({ question, outputs }) => {
      const answer = seen.find((s) => isSame(s, question));
      return answer && outputs.map((o) => markOf(ownMember(answer.ways, o.id))).join('');
    });
    const odds = this.asked.map(({ pictures }, i) => {
      const word = words[i];
      return word === undefined ? undefined : pictures.map((picture) => likelihood(picture, word));
    });
    const weights = this.alike.map(({ weight, gives }) =>
      gives.reduce((product, picture, i) => product * (odds[i]?.[picture] ?? 1), weight),
    );
    const whole = sum(weights);
    const sorted = this.alike
      .map((one, i) => ({ one, share: (weights[i] ?? 0) / whole }))
      .toSorted((a, b) => b.share - a.share);
    const [leader] = sorted;
    const next = this.bestQuestion(words, sorted);
    return {
      answers: words.filter((w) => w !== undefined).length,
      ranked: shownOf(sorted.map(({ one, share }) => this.told(one, share, words))),
      settled:
        leader !== undefined &&
        sum(
          sorted.map(({ one, share }) =>
            one === leader.one || (share > NOTHING && goesWith(one, leader.one)) ? share : 0,
          ),
        ) >= SETTLED,
      ...(next ? { next } : {}),
    };
  }

  private told(
    { members, plainest, gives }: Alike,
    share: number,
    words: readonly (string | undefined)[],
  ): Explanation & { readonly weight: number } {
    const [first, ...others] = members;
    const causes = first?.causes ?? [];
    const answered = this.asked.filter((_, i) => words[i] !== undefined);
    const unexplained = this.asked.filter(({ pictures }, i) => {
      const word = words[i];
      return word !== undefined && differences(pictures[gives[i] ?? 0] ?? '', word) > 0;
    });
    return {
      causes,
      tied: others.filter((m) => causes.length > 0 && plainest.includes(m)).map((m) => m.causes),
      explained: answered.length - unexplained.length,
      unexplained: unexplained.map((a) => a.question),
      share,
      weight: first?.weight ?? 0,
    };
  }

  /** What separates the leaders; where nothing does, or there is one alone, what tells most of all that is possible. */
  private bestQuestion(
    words: readonly (string | undefined)[],
    sorted: readonly Weighed[],
  ): SenseQuestion | undefined {
    const least = (sorted[0]?.share ?? 0) * LEADING;
    const leaders = sorted.filter((s) => s.share >= least);
    return this.tellingMost(words, leaders) ?? this.tellingMost(words, sorted);
  }

  private tellingMost(
    words: readonly (string | undefined)[],
    among: readonly Weighed[],
  ): SenseQuestion | undefined {
    const whole = sum(among.map((s) => s.share));
    let best: { readonly question: SenseQuestion; readonly bits: number } | undefined;
    for (const [i, { question, pictures }] of this.asked.entries()) {
      if (words[i] !== undefined) continue;
      const shares = pictures.map(() => 0);
      for (const { one, share } of among) {
        const picture = one.gives[i] ?? 0;
        shares[picture] = (shares[picture] ?? 0) + share / whole;
      }
      const bits = sum(shares.map((p) => (p > 0 ? -p * Math.log2(p) : 0)));
      if (bits > WORTH_ASKING && (best === undefined || bits > best.bits + 1e-9)) best = { question, bits };
    }
    return best?.question;
  }
}
