import { dose, ledger, ratio, tension } from './count';
import { ball, band, cable, carry, feet, spring } from './kit';
import { hold, lever } from './lever';
import type { Tool } from './tool';

/** The instruments, in the order they hang on the wall. */
export const tools: readonly Tool[] = [
  lever,
  hold,
  dose,
  band,
  cable,
  spring,
  carry,
  ball,
  feet,
  ratio,
  tension,
  ledger,
];

export const toolById = (id: string | undefined): Tool | undefined => tools.find((tool) => tool.id === id);
