/** What holds a quality down. */
export type Hold = 'cap' | 'gate' | 'caution' | 'ramp' | 'tier' | 'set_cap' | 'flexion';
