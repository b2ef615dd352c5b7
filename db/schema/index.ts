export * from './clear';
export * from './coach';
export * from './job';
export * from './link';
export * from './plan';
export * from './practice';
export * from './relations';
export * from './screen';
