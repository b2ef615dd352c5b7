import { practiceCount } from '~/db/queries/principal';

/** Does nobody work here yet? Then the first owner may set the practice up. */
export const isEmpty = async (): Promise<boolean> => (await practiceCount()) === 0;
