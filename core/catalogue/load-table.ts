import { bodyOf, type Sex } from '~/core/body/anthropometry';
import { directionNames } from '~/core/body/moment';
import { ladders } from '.';
import { bigJumpPercent, fallPercent, type LeverRow, leverTable } from './lever-table';
import { loadInWords } from './rung-load';

/** The two bodies of the printed table. */
export const referenceBodies: readonly {
  readonly name: string;
  readonly massKg: number;
  readonly statureM: number;
  readonly sex: Sex;
}[] = [
  { name: 'woman, 60 kg, 165 cm', massKg: 60, statureM: 1.65, sex: 'female' },
  { name: 'man, 75 kg, 180 cm', massKg: 75, statureM: 1.8, sex: 'male' },
];

const figure = (nm: number | undefined): string => (nm === undefined ? '–' : nm.toFixed(nm < 10 ? 1 : 0));

/** "+68 % ▲": a jump over a quarter and a fall are marked. */
const jumpText = (jump: number): string =>
  `${jump > 0 ? '+' : ''}${jump.toFixed(0)} %${jump > bigJumpPercent ? ' ▲' : jump < fallPercent ? ' ▼' : ''}`;

/** The step between, or the reason, of whichever body's jump is marked. */
const stepText = (rows: readonly (LeverRow | undefined)[]): string => {
  const row = rows.find((one) => one?.between ?? one?.why);
  return row?.between ? `Between: ${row.between}.` : (row?.why ?? '');
};

/** Every rung with its moments for both reference bodies under its starting load, as Markdown. */
export function loadTable(): string {
  const lines = [
    '# Every rung with a number on it',
    '',
    'Moment at the demanding instant, newton metres, under the starting load for that body, and as % of body weight × stature',
    'for the first body. A dash: no moment, prescribed by breaths, time, reps and grade. Made by `npm run load-table`; a test keeps it current.',
    '▲ marks a jump of more than 25 % from the rung before, ▼ a fall: each has a step between or the reason why there is none.',
    '',
  ];
  for (const ladder of ladders) {
    const tables = referenceBodies.map((body) => leverTable(ladder, bodyOf(body)));
    lines.push(`## ${ladder.name}`, '');
    lines.push(
      `| rung | direction | ${referenceBodies.map((body) => body.name).join(' | ')} | relative | jump | load | step between, or why |`,
    );
    lines.push('| --- | --- | ---: | ---: | ---: | ---: | --- | --- |');
    for (const [i, rung] of ladder.rungs.entries()) {
      const rows = tables.map((table) => table[i]);
      const first = rows[0];
      const main = first?.moments?.main;
      const jump = first?.jumpPercent;
      lines.push(
        `| ${rung.name} | ${main ? directionNames[main] : '–'} | ${rows.map((row) => figure(row?.nm)).join(' | ')} | ${first?.relative === undefined ? '–' : `${first.relative.toFixed(1)} %`} | ${jump === undefined ? '' : jumpText(jump)} | ${(first && loadInWords(first.load)) ?? ''} | ${stepText(rows)} |`,
      );
    }
    lines.push('');
  }
  return `${lines.join('\n').trimEnd()}\n`;
}
