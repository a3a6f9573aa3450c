/** How many draws a property takes: as many as it says, or fewer where every fault of `npm run mutate` asks it anew. */
export const draws = (usual: number): number => Math.min(usual, Number(process.env['KANZEL_DRAWS'] ?? usual));
