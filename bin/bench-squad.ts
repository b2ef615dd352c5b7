import { addDays } from '~/core/body/dates';
import { closePool } from '~/db/client.server';
import { newestJob } from '~/db/queries/jobs';
import { newId } from '~/db/queries/practice';
import { addAthlete } from '~/server/commands/add-athlete';
import { answerForm } from '~/server/commands/answer-form';
import { closeScreening } from '~/server/commands/close-screening';
import { keepTrial } from '~/server/commands/keep-trial';
import { addEvent } from '~/server/commands/plan';
import { planSquad } from '~/server/commands/plan-squad';
import { startJobs } from '~/server/jobs/run';
import { aPractice, aScreen, athleteValues, formOf, must, trialOf } from '~/server/testing';
import { type Person, personOf } from '../tests/simulate/athlete';
import { chanceOf } from '../tests/simulate/random';

/** Seasons for a whole practice: how long the queue takes, its two runners on this machine. */

const athletes = Number(process.argv[2] ?? 2000);
/** Runners of the server, and how many athletes are made side by side. */
const runners = 2;
const madeAtOnce = 4;
const say = (text: string) => process.stdout.write(`${text}\n`);

type Coach = Awaited<ReturnType<typeof aPractice>>['coach'];

/** A made-up athlete with a form, a screen of four tests, and their events, through the product's own commands. */
async function joins(coach: Coach, seed: number): Promise<void> {
  const chance = chanceOf(seed);
  const { facts, events, startsOn, cautions, capability }: Person = personOf(seed, chance);
  const { today } = coach;
  const athleteId = newId();
  const { birthDate, sex, disciplineId, level, massKg, statureM, sessionsPerWeek, minutesPerSession } = facts;
  const values = {
    ...athleteValues,
    ...{ birthDate, sex, disciplineId, level, massKg, statureM, sessionsPerWeek, minutesPerSession },
    familyName: `Number ${seed}`,
    kit: [...facts.kit],
    weekdays: [...facts.weekdays],
  };
  must(await addAthlete(coach, { id: athleteId, values }));
  must(await answerForm(coach, { athleteId, form: formOf({ cautions: [...cautions] }) }));
  // Who is cleared for breath alone is screened in that.
  const screeningId = await aScreen(coach, athleteId).catch(() =>
    aScreen(coach, athleteId, ['brace_breathing']),
  );
  const of = (id: string) => (capability.get(id) ?? 70) / 100;
  const trial = (testId: string, over: object) => trialOf(screeningId, testId, { onDate: today, ...over });
  for (const one of [
    trial('brace_breathing', { value: 8, endReason: 'done' }),
    ...(['left', 'right'] as const).flatMap((side) => [
      trial('pelvic_drop_stance', {
        side,
        value: Math.round(12 - 6 * of(`pelvic_level|${side}`)),
        endReason: 'done',
        readBy: 'eye',
      }),
      trial('side_plank', { side, value: Math.round(75 * of(`anti_lateral|${side}`)) }),
    ]),
    trial('front_plank', { value: Math.round(100 * of('anti_extension|both')) }),
  ])
    await keepTrial(coach, { trial: one });
  must(await closeScreening(coach, { screeningId }));
  for (const { name, onDate, priority } of events)
    must(
      await addEvent(coach, {
        athleteId,
        id: newId(),
        name,
        priority,
        onDate: addDays(today, Math.round((Date.parse(onDate) - Date.parse(startsOn)) / 86_400_000)),
      }),
    );
}

async function main(): Promise<void> {
  const { coach, practiceId } = await aPractice();
  const from = performance.now();
  let next = 0;
  const make = async () => {
    while (next < athletes) {
      const seed = next;
      next += 1;
      await joins(coach, seed);
    }
  };
  await Promise.all(Array.from({ length: madeAtOnce }, make));
  say(`${athletes} athletes made in ${((performance.now() - from) / 1000).toFixed(0)} s`);

  const began = performance.now();
  must(await planSquad(coach, { id: newId(), who: 'all' }));
  const queued = performance.now() - began;
  const jobs = startJobs(runners);
  const job = async () => {
    const newest = await newestJob(practiceId);
    if (!newest) throw new Error('the job is gone');
    return newest;
  };
  for (let now = await job(); now.of('waiting') + now.of('doing') > 0; now = await job())
    await new Promise((resolve) => setTimeout(resolve, 500));
  const seconds = (performance.now() - began) / 1000;
  await jobs.stop();
  const ended = await job();
  say(
    `a squad of ${athletes}: ${ended.of('done')} planned, ${ended.of('refused')} refused, in ${seconds.toFixed(1)} s by ${runners} runners (budget: 2000 in < 600 s); queued in ${queued.toFixed(0)} ms`,
  );
  say(
    `${((1000 * seconds) / athletes).toFixed(0)} ms an athlete; 2000 would take ${((2000 * seconds) / athletes).toFixed(0)} s`,
  );
  const reasons = new Map<string, number>();
  for (const { why } of ended.refused)
    reasons.set(why?.code ?? '?', (reasons.get(why?.code ?? '?') ?? 0) + 1);
  for (const [code, times] of reasons) say(`  refused ${times}: ${code}`);
  await closePool();
}

main().then(
  () => process.exit(0),
  (error: unknown) => {
    process.stderr.write(`${String(error)}\n`);
    process.exit(1);
  },
);
