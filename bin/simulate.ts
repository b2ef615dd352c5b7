import { fork } from 'node:child_process';
import { cpus } from 'node:os';
import { fileURLToPath } from 'node:url';
import { highsSolver } from '~/core/plan/lp/highs';
import type { Solver } from '~/core/plan/lp/solver';
import { liveSeason } from '../tests/simulate/season';
import { type Facts, factsOf, sharedRungs, tableOf } from '../tests/simulate/table';

/** `bin/simulate [SEASONS]`: many made-up athletes live through a season each; prints what the rules reached. */

const sports = ['running', 'cycling', 'riding', 'skiing', 'gymnastics'];

/** Seasons of a stretch of seeds, and of one make of athlete in every sport. */
const stretch = (solver: Solver, from: number, to: number): Facts[] =>
  Array.from({ length: to - from }, (_, i) => factsOf(liveSeason(solver, from + i)));
const sameMake = (solver: Solver): Facts[] =>
  sports.map((sport) =>
    factsOf(
      liveSeason(solver, 7, {
        asked: {
          sport,
          level: 'trained',
          plan: 1,
          cautions: [],
          capability: 80,
          ageYears: 29,
          schoolId: 'neutral',
          weeks: 20,
          everyKit: true,
        },
      }),
    ),
  );

function print(facts: readonly Facts[], alike: readonly Facts[], seconds: number): void {
  const lines = tableOf(facts);
  const shown = (value: number) => (Number.isInteger(value) ? String(value) : value.toFixed(1));
  process.stdout.write(
    `| ${facts.length} seasons, ${Math.round(seconds)} s | reached | wanted | |\n| --- | ---: | --- | --- |\n`,
  );
  for (const line of lines)
    process.stdout.write(
      `| ${line.what} | ${shown(line.value)} | ${line.wanted} | ${line.ok ? '' : 'missed'} |\n`,
    );
  const shared = sharedRungs(alike);
  process.stdout.write(
    `| rungs two sports share, same athlete otherwise, median % | ${shown(shared)} | at most 70 | ${shared <= 70 ? '' : 'missed'} |\n`,
  );
  process.exitCode = lines.every((line) => line.ok) && shared <= 70 ? 0 : 1;
}

if (process.send) {
  process.on('message', async ({ from, to }: { from: number; to: number }) => {
    process.send?.({ facts: stretch(await highsSolver(), from, to) }, () => process.exit(0));
  });
} else {
  const seasons = Math.max(1, Number(process.argv[2] ?? 300));
  const began = Date.now();
  const workers = Math.min(seasons, Math.max(1, cpus().length));
  const parts = Array.from({ length: workers }, (_, i) => ({
    from: 1 + Math.floor((i * seasons) / workers),
    to: 1 + Math.floor(((i + 1) * seasons) / workers),
  }));
  const self = fileURLToPath(import.meta.url);
  const all = parts.map(
    (part) =>
      new Promise<Facts[]>((resolve, reject) => {
        const child = fork(self, [], { execArgv: ['--import', 'tsx'] });
        child.on('message', ({ facts }: { facts: Facts[] }) => resolve(facts));
        child.on('error', reject);
        child.on('exit', (code) =>
          code === 0 ? undefined : reject(new Error(`A worker ended with ${code}.`)),
        );
        child.send(part);
      }),
  );
  Promise.all(all).then(
    async (found) => print(found.flat(), sameMake(await highsSolver()), (Date.now() - began) / 1000),
    (error: Error) => {
      process.stderr.write(`zest-pillar: ${error.message}\n`);
      process.exitCode = 1;
    },
  );
}
