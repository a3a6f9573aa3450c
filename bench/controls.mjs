import {
  ControlFaults,
  FLOWN_BY_RADIO,
  layoutFor,
  movesUnder,
  outputsOf,
  SENSE_INPUTS,
  singleCauses,
  turningFrom,
  watchedOf,
} from '@kanzel/core';

const ASKED = [
  'stick-right',
  'stick-back',
  'rudder-right',
  'flaps-down',
  'brakes-out',
  'right-side-down',
  'nose-down',
  'nose-right',
];
const FAMILIES = [
  'piston-single',
  'electric-model',
  'ducted-fan',
  'flying-wing',
  'multirotor',
  'lift-and-cruise',
  'lift-and-cruise-tilt',
];

/** How many questions it takes from the first wrong answer to a cause that is worth acting on, against asking all that is left. */
export function benchControls(row, median) {
  let [asked, all] = [0, 0];
  const [building, explaining] = [[], []];
  for (const family of FAMILIES) {
    const outputs = outputsOf(turningFrom(layoutFor(family), 'anticlockwise'));
    const radio = FLOWN_BY_RADIO.includes(family);
    const context = { radio, stabilised: radio };
    const questions = [...new Set(outputs.map((o) => o.group))].flatMap((group) =>
      ASKED.filter((input) => {
        const { by, axis } = SENSE_INPUTS[input];
        return (
          (by === 'command' || radio) && outputs.some((o) => o.group === group && o.mix[axis] !== undefined)
        );
      }).map((input) => ({ input, group })),
    );
    const start = performance.now();
    const faults = new ControlFaults(outputs, context, questions);
    building.push(performance.now() - start);
    const answering = (causes) => (question) => {
      const moves = movesUnder(outputs, causes, question.input);
      const ways = watchedOf(outputs, context, question).map((o) => [o.id, moves.get(o.id)]);
      return { ...question, ways: Object.fromEntries(ways) };
    };
    const right = answering([]);
    for (const cause of singleCauses(outputs, context)) {
      const answer = answering([cause]);
      const symptom = questions.find((q) => JSON.stringify(answer(q)) !== JSON.stringify(right(q)));
      if (!symptom) continue;
      const seen = [answer(symptom)];
      for (;;) {
        const begun = performance.now();
        const explained = faults.explain(seen);
        explaining.push(performance.now() - begun);
        if (explained.settled || !explained.next) break;
        seen.push(answer(explained.next));
      }
      asked += seen.length - 1;
      all += questions.length - 1;
    }
  }
  row(
    'questions from the first wrong answer to its cause, of all left to ask (at most half)',
    `${((asked / all) * 100).toFixed(0)} %`,
  );
  row('all that can be wrong on the largest drone, sorted', `${Math.max(...building).toFixed(0)} ms`);
  row('what explains the answers, and the next question (median)', `${median(explaining).toFixed(1)} ms`);
}
