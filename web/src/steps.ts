/** The steps of the desk, in the order of the work, and their names on screen. */
export const STEPS = ['setup', 'log', 'pipe', 'water', 'judge', 'dig', 'report'] as const;
export type Step = (typeof STEPS)[number];

export const STEP_NAMES: Record<Step, string> = {
  setup: 'Set up',
  log: 'Log',
  pipe: 'Pipe',
  water: 'Water',
  judge: 'Judge',
  dig: 'Dig',
  report: 'Report',
};
