/** Sign-ins of the demo practices; made up, for a private demo on loopback. */
export const demoSignIn = { email: 'coach@larkmoor.example', password: 'reservoir-path-9' };
export const otherSignIn = { email: 'coach@tarnside.example', password: 'slate-quarry-4' };
/** The second tester of the first practice, an assistant. */
export const secondSignIn = { email: 'second@larkmoor.example', password: demoSignIn.password };
