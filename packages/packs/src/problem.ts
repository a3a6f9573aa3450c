/** What is wrong with a library file, and where. */
export interface FileProblem {
  readonly file: string;
  /** From 1; absent when the whole file is meant. */
  readonly line?: number;
  readonly column?: number;
  /** Path inside the document: "checks[3].answer.unit". */
  readonly place: string;
  readonly message: string;
}

/** Writes a problem as editors and people read it. Example: "modules/oil.yaml:12:5 checks[3].unit: …". */
export function describeProblem(problem: FileProblem): string {
  const where =
    problem.line === undefined ? problem.file : `${problem.file}:${problem.line}:${problem.column ?? 1}`;
  return `${where}${problem.place ? ` ${problem.place}` : ''}: ${problem.message}`;
}
