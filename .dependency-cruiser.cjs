/** The rules of the house: who may import whom. The steps are in the order of the work. */
const steps = ['clear', 'screen', 'link', 'dose', 'plan', 'coach', 'review'];
const neverLater = steps.slice(0, -1).map((step, index) => ({
  name: `core-${step}-not-later`,
  comment: 'A step may import the steps before it, never a later one.',
  severity: 'error',
  from: { path: `^core/${step}/` },
  to: { path: `^core/(${steps.slice(index + 1).join('|')})/` },
}));

module.exports = {
  forbidden: [
    ...neverLater,
    {
      name: 'core-is-pure',
      comment: 'Core imports nothing but core and small pure packages.',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$|testing\\.ts$' },
      to: {
        pathNot:
          '^core/|node_modules/(zod|date-fns|@date-fns/utc|@date-fns/tz|papaparse|@types/papaparse|ical-generator|jstat|highs|ical.js|windows-iana|timezones-ical-library)/',
      },
    },
    {
      name: 'catalogue-and-body-first',
      comment: 'The trade data and the body model know nothing of the steps.',
      severity: 'error',
      from: { path: '^core/(catalogue|body)/' },
      to: { path: `^core/(${steps.join('|')}|formats)/` },
    },
    {
      name: 'bench-and-figure-rest-on-body',
      comment: 'Instruments and drawings run in the browser: they know the body model, not the trade data.',
      severity: 'error',
      from: { path: '^core/(bench|figure)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/', pathNot: '^core/(bench|figure|body|words)/' },
    },
    {
      name: 'words-first',
      comment: 'Words for numbers and days are for everybody, and know nobody.',
      severity: 'error',
      from: { path: '^core/words/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/', pathNot: '^core/words/|^core/body/dates\\.ts$' },
    },
    {
      name: 'nothing-imports-app',
      severity: 'error',
      from: { path: '^(core|db|server|demo|workers)/' },
      to: { path: '^app/' },
    },
    {
      name: 'db-speaks-to-core-only',
      severity: 'error',
      from: { path: '^db/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(server|app|demo)/' },
    },
    {
      name: 'sql-only-in-db',
      comment: 'Only db/ speaks SQL.',
      severity: 'error',
      from: { pathNot: '^db/|\\.test\\.ts$|drizzle.config.ts' },
      to: { path: 'node_modules/(drizzle-orm|pg)/' },
    },
    {
      name: 'components-know-no-server',
      comment: 'Only routes (loaders and actions) reach the database and the server.',
      severity: 'error',
      from: { path: '^app/', pathNot: '^app/(routes/|root\\.tsx|entry\\.server\\.tsx|lib/.*\\.server\\.ts)' },
      to: { path: '^(db|server)/' },
    },
    {
      name: 'app-asks-the-server',
      comment: 'Pages ask views and commands; the database is the server’s business.',
      severity: 'error',
      from: { path: '^app/', pathNot: '\\.test\\.ts$' },
      to: { path: '^db/' },
    },
    {
      name: 'views-write-nothing',
      comment: 'What reads and what writes meet in core and db alone.',
      severity: 'error',
      from: { path: '^server/views/', pathNot: '[.]test[.]ts$' },
      to: { path: '^server/(commands|http|instruments)/' },
    },
    {
      name: 'commands-show-nothing',
      severity: 'error',
      from: { path: '^server/commands/', pathNot: '\\.test\\.ts$' },
      to: { path: '^server/(views|http|instruments)/' },
    },
    {
      name: 'principal-first',
      comment: 'Who acts, and what they may, is settled before anything is done or shown.',
      severity: 'error',
      from: { path: '^server/principal/', pathNot: '\\.test\\.ts$' },
      to: { path: '^server/(commands|views|instruments|long)/' },
    },
    {
      name: 'people-before-the-steps',
      comment: 'What an athlete is rests on the trade and the body alone.',
      severity: 'error',
      from: { path: '^core/people/' },
      to: { path: `^core/(${steps.join('|')}|today|sync)/` },
    },
    {
      name: 'sync-and-today-last',
      comment: 'What a device sends, and what matters today, know the steps; no step knows them.',
      severity: 'error',
      from: { path: '^core/', pathNot: '^core/(sync|today)/' },
      to: { path: '^core/(sync|today)/' },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'not-to-unresolvable',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: 'virtual:|\\+types|build/|\\?url$' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    exclude: { path: '^build/|\\.react-router' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
