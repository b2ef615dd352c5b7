import { spawn } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { bodyOf } from '~/core/body/anthropometry';
import { addDays } from '~/core/body/dates';
import { hasMoment, momentsOf } from '~/core/body/moment';
import { disciplines, ladders, sides } from '~/core/catalogue';
import { leverTable } from '~/core/catalogue/lever-table';
import { shippedTrade } from '~/core/catalogue/trade';
import { everyKit, gateOf } from '~/core/clear/testing';
import { compose } from '~/core/coach/compose';
import { weekInput } from '~/core/coach/week-input';
import { doseAthlete, practisedIn } from '~/core/dose/athlete';
import { sceneOf } from '~/core/figure/scene';
import { link } from '~/core/link/link';
import { highsSolver } from '~/core/plan/lp/highs';
import { periodise } from '~/core/plan/periodise';
import { seasonInput } from '~/core/plan/season-input';
import { assess } from '~/core/screen/assess/assess';
import { makeTrial } from '~/core/screen/trial/testing';
import type { Trial } from '~/core/screen/trial/trial';
import { analyse } from '~/core/signals/analyse';
import { seededHolds } from '~/core/signals/seeded';
import { simulate } from '~/core/signals/simulate';
import { stableUuid } from '~/demo/stable';
import { demoSignIn } from '~/demo/world-sign-in';
import { personOf, screen, standingOn } from '../tests/simulate/athlete';
import { chanceOf } from '../tests/simulate/random';
import { measureDesk } from './bench-desk';
import { measureMat } from './bench-mat';
import { measureSeasons } from './bench-season';

const port = process.env.PORT ?? '3190';
const base = `http://127.0.0.1:${port}`;
const say = (text: string) => process.stdout.write(`${text}\n`);

const sorted = (values: readonly number[]) => [...values].sort((a, b) => a - b);
const at = (values: readonly number[], share: number) =>
  sorted(values)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? Number.NaN;
const median = (values: readonly number[]) => at(values, 0.5);
const p95 = (values: readonly number[]) => at(values, 0.95);

/** Runs bin/start until its first page answers; gives the seconds it took and how to stop it. */
async function start(): Promise<{ seconds: number; stop: () => Promise<void> }> {
  const began = performance.now();
  const child = spawn('bin/start', { stdio: 'ignore', detached: true });
  for (;;) {
    const status = await fetch(`${base}/sign-in`).then(
      (response) => response.status,
      () => 0,
    );
    if (status === 200) break;
    if (child.exitCode !== null) throw new Error('bin/start ended before its first page');
    if (performance.now() - began > 180_000) throw new Error('bin/start gives no page');
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  const seconds = (performance.now() - began) / 1000;
  const stop = () =>
    new Promise<void>((resolve) => {
      child.once('exit', () => resolve());
      // To the whole group, as Ctrl-C does.
      process.kill(-(child.pid ?? 0), 'SIGINT');
    });
  return { seconds, stop };
}

const ysolde = `/athletes/${stableUuid('athlete Ysolde Marrick')}`;
const pages = [
  '/',
  '/athletes',
  '/screen',
  `/screen/squad?with=${stableUuid('athlete Ysolde Marrick')}&with=${stableUuid('athlete Corin Aldous')}`,
  `/screen/clocks?test=front_plank&with=${stableUuid('athlete Ysolde Marrick')}`,
  '/screen/trust',
  '/season',
  '/sessions',
  '/library',
  `/library/plank?athlete=${stableUuid('athlete Ysolde Marrick')}`,
  '/library/tests',
  '/library/schools/draw_in',
  '/bench',
  `/bench/lever?athlete=${stableUuid('athlete Ysolde Marrick')}&rung=side_plank_full`,
  '/settings',
  '/athletes/new',
  ysolde,
  `${ysolde}/clear`,
  `${ysolde}/screen`,
  `${ysolde}/results`,
  `${ysolde}/recordings`,
  `${ysolde}/link`,
  `${ysolde}/plan`,
  `${ysolde}/plan/hand`,
  `${ysolde}/coach`,
  `${ysolde}/coach/unplanned`,
  '/proposals',
  `${ysolde}/card`,
  `${ysolde}/review`,
  `${ysolde}/review/over-time`,
  '/live',
  `${ysolde}/links`,
  `${ysolde}/screen/${stableUuid(`screen ${stableUuid('athlete Ysolde Marrick')} 1`)}`,
];
const pageName = (path: string) =>
  path
    .replace(ysolde, '(athlete)')
    .replace(/\?.*/, '')
    .replace(/[0-9a-f-]{36}/, '(station)');

async function cookieOf(): Promise<string> {
  const response = await fetch(`${base}/sign-in`, {
    method: 'POST',
    redirect: 'manual',
    body: new URLSearchParams({ email: demoSignIn.email, password: demoSignIn.password, next: '/' }),
  });
  return response.headers.get('set-cookie')?.split(';')[0] ?? '';
}

const warmUpRounds = 10;
const rounds = 60;

async function measurePages(cookie: string): Promise<void> {
  say(
    '\nServer time and queries (budget: p95 < 25 ms on a quiet machine), JavaScript gzipped (budget: < 200 kB)',
  );
  say('page                             median     p95   queries   JavaScript');
  const seen = new Map(pages.map((path) => [path, { times: [] as number[], queries: '?', bytes: 0 }]));
  // Page after page, as people go through them; the first rounds warm up the code of all.
  for (let round = -warmUpRounds; round < rounds; round += 1) {
    for (const [path, its] of seen) {
      const response = await fetch(base + path, { headers: { cookie } });
      const html = await response.text();
      if (response.status !== 200) throw new Error(`${path}: ${response.status}`);
      const timing = response.headers.get('server-timing') ?? '';
      if (round >= 0) its.times.push(Number(/dur=([\d.]+)/.exec(timing)?.[1]));
      if (round > 0) continue;
      its.queries = /desc="(\d+) queries"/.exec(timing)?.[1] ?? '?';
      its.bytes = [...new Set([...html.matchAll(/\/assets\/[\w.-]+\.js/g)].map((match) => match[0]))].reduce(
        (sum, file) => sum + gzipSync(readFileSync(`build/pages/client${file}`)).length,
        0,
      );
    }
  }
  for (const [path, { times, queries, bytes }] of seen)
    say(
      `${pageName(path).padEnd(30)} ${median(times).toFixed(1).padStart(6)} ms ${p95(times).toFixed(1).padStart(5)} ms ${queries.padStart(7)} ${(bytes / 1000).toFixed(0).padStart(9)} kB`,
    );
  const all = [...seen.values()].flatMap((its) => its.times);
  say(
    `all pages                      ${median(all).toFixed(1).padStart(6)} ms ${p95(all).toFixed(1).padStart(5)} ms`,
  );
}

function measureCore(): void {
  // Everybody is tested in everything twice: more than any real athlete.
  const everything = (day: string): Trial[] =>
    shippedTrade.stationTests
      .filter((test) => !test.byRung && !test.directions)
      .flatMap((test) =>
        (test.sided ? sides : (['both'] as const)).map((side) =>
          makeTrial(test.id, side, test.kind === 'grade' ? null : Math.round((test.min + test.max) / 3), {
            onDate: day,
            grade: test.kind === 'grade' || test.withGrade ? 'cued' : null,
          }),
        ),
      );
  const trials = [...everything('2026-09-20'), ...everything('2026-11-20')];
  const gate = gateOf();
  const people = disciplines;
  const one = (its: (typeof people)[number]) => {
    const assessment = assess({
      trials,
      person: { sex: 'female', sport: its.sport, level: 'trained' },
      today: '2026-11-25',
      trade: shippedTrade,
    });
    return link({ trade: shippedTrade, assessment, discipline: its, gate, kit: everyKit });
  };
  for (let i = 0; i < 5; i += 1) for (const person of people) one(person);
  const times: number[] = [];
  for (let i = 0; i < 20; i += 1) {
    for (const person of people) {
      const began = performance.now();
      one(person);
      times.push(performance.now() - began);
    }
  }
  say(
    `\nassess + link, one athlete: median ${median(times).toFixed(2)} ms, p95 ${p95(times).toFixed(2)} ms (budget < 2 ms), ${people.length} athletes`,
  );
}

/** A week of made-up athletes laid out from their season: limits, rungs, amounts and sessions. */
async function measureWeeks(): Promise<void> {
  const solver = await highsSolver();
  const athletes = 200;
  const ready = Array.from({ length: athletes }, (_, seed) => {
    const chance = chanceOf(seed);
    const person = personOf(seed, chance);
    const standing = standingOn(
      person,
      person.startsOn,
      screen(person, addDays(person.startsOn, -2), () => 1, chance),
      new Set(),
    );
    const athlete = () =>
      doseAthlete(standing, {
        practiceSchoolId: 'neutral',
        owned: new Set(),
        lessons: [],
        ...practisedIn([]),
      });
    const plan = periodise(
      seasonInput(standing, {
        athlete: athlete(),
        firstWeekday: 1,
        blackouts: [],
        history: {},
        trunkWork: person.trunkWork,
      }),
      solver,
    );
    return { standing, athlete, plan };
  });
  const times = ready.flatMap(({ standing, athlete, plan }) => {
    const week = plan.weeks.find(({ kind }) => kind === 'load');
    if (!week) return [];
    const began = performance.now();
    compose(
      weekInput(standing, athlete(), {
        week,
        weeks: plan.weeks,
        underWay: [],
        blackouts: [],
        fromDay: week.startsOn,
        doneDays: [],
      }),
    );
    return [performance.now() - began];
  });
  const all = times.reduce((sum, time) => sum + time, 0) / 1000;
  say(
    `\na week laid out, one athlete: median ${median(times).toFixed(1)} ms, p95 ${p95(times).toFixed(1)} ms (budget < 50 ms); ${times.length} athletes in ${all.toFixed(2)} s (budget < 5 s)`,
  );
}

/** One posture of each kind, and every ladder for one body: means of many runs, medians over repeats. */
function measureLoadModel(): void {
  const body = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });
  const rungs = ladders.flatMap((ladder) => ladder.rungs).filter((rung) => hasMoment(rung.posture.archetype));
  const bare = { by: 'none', value: 0 } as const;
  const repeat = (work: () => void, times: number): number[] => {
    // Half a second warms the code up, as a running server is.
    for (const began = performance.now(); performance.now() - began < 500; ) work();
    return Array.from({ length: 15 }, () => {
      const began = performance.now();
      for (let i = 0; i < times; i += 1) work();
      return (performance.now() - began) / times;
    });
  };
  const postures = repeat(() => {
    for (const rung of rungs) momentsOf(rung.posture, body, bare, 1, { needs: rung.needs });
  }, 60).map((ms) => (ms * 1000) / rungs.length);
  const all = repeat(() => {
    for (const ladder of ladders) leverTable(ladder, body);
  }, 12);
  const drawn = repeat(() => {
    for (const rung of rungs) sceneOf(rung.posture, body, 1, { needs: rung.needs });
  }, 20).map((ms) => (ms * 1000) / rungs.length);
  say(
    `moment of one posture: median ${median(postures).toFixed(2)} us, p95 ${p95(postures).toFixed(2)} us (budget < 5 us), ${rungs.length} postures`,
  );
  say(
    `lever tables of all ladders, one body: median ${median(all).toFixed(2)} ms, p95 ${p95(all).toFixed(2)} ms (budget < 5 ms)`,
  );
  say(`scene of one drawing: median ${median(drawn).toFixed(1)} us`);
}

/** Long traces, and what the loss detection is worth against the planted truth. */
function measureSignals(): void {
  const { trace } = simulate({
    seed: 'bench',
    instrument: 'pelvis',
    play: 'hold',
    seconds: 600,
    lossS: 540,
  });
  for (let i = 0; i < 3; i += 1) analyse(trace, 'hold');
  const times = Array.from({ length: 15 }, () => {
    const began = performance.now();
    analyse(trace, 'hold');
    return performance.now() - began;
  });
  say(
    `\ntrace of 10 min x 100 Hz x 6 channels: median ${median(times).toFixed(0)} ms, p95 ${p95(times).toFixed(0)} ms (budget < 300 ms)`,
  );
  const cases = seededHolds(1200);
  const errors: Record<string, number[]> = {};
  let missed = 0;
  let quiet = 0;
  let alarms = 0;
  for (const { trace: held, truth } of cases) {
    const { t1S } = analyse(held, 'hold').marks;
    if (truth.lossS === undefined) {
      quiet += 1;
      if (t1S !== undefined) alarms += 1;
    } else if (t1S === undefined) missed += 1;
    else {
      errors[held.instrument] ??= [];
      errors[held.instrument]?.push(Math.abs(t1S - truth.lossS));
    }
  }
  say(
    `loss detection on ${cases.length} seeded holds: ${missed} missed, ${alarms} false alarms in ${quiet} without a loss`,
  );
  for (const [instrument, its] of Object.entries(errors)) {
    const within = (its.filter((figure) => figure <= 0.5).length / its.length) * 100;
    say(
      `  ${instrument.padEnd(9)} error: median ${median(its).toFixed(2)} s, p95 ${p95(its).toFixed(2)} s, greatest ${Math.max(...its).toFixed(2)} s, ${within.toFixed(1)} % within 0.5 s (budget 95 %), ${its.length} cases`,
    );
  }
}

rmSync('build', { recursive: true, force: true });
const cold = await start();
say(`cold start (no cluster, no build) to the first page: ${cold.seconds.toFixed(1)} s (budget < 20 s)`);
const cookie = await cookieOf();
await measurePages(cookie);
const mat = await measureMat(base, cookie);
for (const [who, times] of Object.entries(mat))
  say(
    `a tap on the mat, ${who}: median ${median(times).toFixed(0)} ms, p95 ${p95(times).toFixed(0)} ms to the next paint at a quarter of the speed (budget p95 < 100 ms), ${times.length} taps`,
  );
const desk = await measureDesk(base, cookie, ysolde);
say(
  `a season of 52 weeks in the browser's worker: cold after warming up median ${median(desk.cold).toFixed(0)} ms, p95 ${p95(desk.cold).toFixed(0)} ms (budget < 1500 ms); again after a dose was locked median ${median(desk.warm).toFixed(0)} ms, p95 ${p95(desk.warm).toFixed(0)} ms (budget median < 150 ms)`,
);
say(
  `tasks of the page over 50 ms while a season is moved by hand: ${desk.blocked.length}${desk.blocked.length > 0 ? `, the longest ${Math.max(...desk.blocked).toFixed(0)} ms` : ''} (budget none)`,
);
await cold.stop();
const warm = await start();
say(`\nwarm start to the first page: ${warm.seconds.toFixed(1)} s`);
await warm.stop();
measureCore();
await measureWeeks();
await measureSeasons(say, { median, p95 });
measureLoadModel();
measureSignals();
