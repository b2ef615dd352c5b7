import { z } from 'zod';
import { issue, refuse } from '~/core/result';
import { removeBattery as removeBatteryRow, saveBattery } from '~/db/queries/screen';
import { command, done } from './command';
import { id, line } from './fields';

/** Keeps a battery under its name; one of the same name takes the new tests. */
export const keepBattery = command({
  title: 'battery.keep',
  action: 'battery.keep',
  input: z.object({
    id,
    name: line(1, 60, 'battery.name'),
    testIds: z.array(z.string().max(60)).min(1, 'battery.empty').max(40),
    rests: z.record(z.string(), z.number().int().min(0).max(999)),
  }),
  async run(principal, asked) {
    const unknown = asked.testIds.filter((testId) => !principal.trade.hasTest(testId));
    if (unknown.length > 0)
      return refuse(unknown.map((testId) => issue('trial.unknown_test', { id: testId })));
    const batteryId = await saveBattery({
      ...asked,
      rests: Object.fromEntries(
        Object.entries(asked.rests).filter(
          ([testId, seconds]) =>
            asked.testIds.includes(testId) && principal.trade.test(testId).restS !== seconds,
        ),
      ),
      practiceId: principal.practiceId,
      staffId: principal.staffId,
    });
    return done(batteryId, batteryId, { name: asked.name });
  },
});

export const removeBattery = command({
  title: 'battery.remove',
  action: 'battery.remove',
  input: z.object({ id }),
  async run(principal, { id: batteryId }) {
    const removed = await removeBatteryRow(principal.practiceId, batteryId);
    return removed ? done(batteryId, batteryId) : refuse('battery.gone');
  },
});
