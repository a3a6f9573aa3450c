import { drawInside, randomFrom, type DrawProblem } from '@kanzel/core';

/** What the page asks for: so many draws from a seed, told every so often. */
export interface DrawOrder {
  readonly problem: DrawProblem;
  readonly draws: number;
  readonly seed: number;
}
export interface DrawNews {
  readonly draws: number;
  readonly inside: number;
  /** Of those, how many on the reserve too; absent where nothing is left after landing. */
  readonly reserve?: number;
  readonly done: boolean;
}

const CHUNK = 50_000;

/** Draws away from the page; a page that types on ends the worker. */
addEventListener('message', (event: MessageEvent<DrawOrder>) => {
  const { problem, draws, seed } = event.data;
  const random = randomFrom(seed);
  let inside = 0;
  let reserve = 0;
  for (let drawn = 0; drawn < draws; drawn += CHUNK) {
    const count = Math.min(CHUNK, draws - drawn);
    const found = drawInside(problem, count, random);
    inside += found.inside;
    reserve += found.reserve;
    const news: DrawNews = {
      draws: drawn + count,
      inside,
      ...(problem.reserve.length > 0 ? { reserve } : {}),
      done: drawn + count >= draws,
    };
    postMessage(news);
  }
});
