import type { ApexOptions } from 'apexcharts';
import type { Inks } from '~/app/components/chart';
import { dayText } from '~/app/lib/format';
import type { ExerciseOverTime, OverTimeView, TestOverTime } from '~/server/views/over-time';

/** What the charts of a look back draw. Sides are told apart by dash and mark, planned and done by outline and filling. */

const timeOf = (day: string) => Date.parse(day);
const marks = { left: 'circle', right: 'square', both: 'circle' } as const;
const dashes = { left: 0, right: 7, both: 0 } as const;

const small = { fontSize: '13px' } as const;

/** An axis from nothing upward in round steps. */
function axis(text: string, least: number, most: number) {
  const rough = Math.max(most - least, 1) / 5;
  const ten = 10 ** Math.floor(Math.log10(rough));
  const step = ([1, 2, 5].find((times) => times * ten >= rough) ?? 10) * ten;
  const min = Math.floor(least / step) * step;
  const max = Math.ceil(most / step) * step;
  return {
    min,
    max,
    tickAmount: Math.round((max - min) / step),
    labels: { style: small, formatter: (value: number) => String(Math.round(value * 10) / 10) },
    title: { text, style: { ...small, fontWeight: 400 } },
  };
}

/** The figures of each side with their bands of error, the target across, and what changed for real. */
export function testChart({ lines, target, targetText, unit }: TestOverTime, inks: Inks): ApexOptions {
  const inkOf = (side: keyof typeof marks) => (side === 'right' ? inks.quiet : inks.ink);
  const sides = lines.map(({ side }) => side);
  const points = lines.flatMap((line) => line.points);
  const top = Math.max(target, ...points.map(({ high }) => high));
  return {
    series: [
      ...lines.map(({ side, points: its }) => ({
        type: 'rangeArea',
        name: `${side} band`,
        data: its.map(({ onDate, low, high }) => ({ x: timeOf(onDate), y: [low, high] })),
      })),
      ...lines.map(({ side, points: its }) => ({
        type: 'line',
        name: side,
        data: its.map(({ onDate, value }) => ({ x: timeOf(onDate), y: value })),
      })),
    ] as NonNullable<ApexOptions['series']>,
    chart: { type: 'rangeArea' },
    colors: [...sides.map(inkOf), ...sides.map(inkOf)],
    fill: {
      type: [...sides.map((side) => (side === 'right' ? 'pattern' : 'solid')), ...sides.map(() => 'solid')],
      pattern: { style: 'slantedLines', width: 7, height: 7, strokeWidth: 1 },
      opacity: [...sides.map((side) => (side === 'right' ? 0.5 : 0.14)), ...sides.map(() => 1)],
    },
    stroke: {
      curve: 'straight',
      width: [...sides.map(() => 0), ...sides.map(() => 3)],
      dashArray: [...sides.map(() => 0), ...sides.map((side) => dashes[side])],
    },
    markers: {
      size: [...sides.map(() => 0), ...sides.map(() => 6)],
      shape: [...sides.map(() => 'circle' as const), ...sides.map((side) => marks[side])],
      strokeColors: inks.chalk,
      strokeWidth: 2,
      hover: { sizeOffset: 0 },
    },
    dataLabels: { enabled: false },
    xaxis: {
      type: 'datetime',
      labels: { datetimeUTC: true, format: 'd MMM', style: small },
      tooltip: { enabled: false },
      axisBorder: { color: inks.mortar },
      axisTicks: { color: inks.mortar },
    },
    yaxis: axis(unit === '°' ? 'degrees' : unit, Math.min(0, ...points.map(({ low }) => low)), top * 1.08),
    annotations: {
      yaxis: [
        {
          y: target,
          borderColor: inks.ink,
          strokeDashArray: 2,
          label: {
            text: `Target: ${targetText}`,
            position: 'left',
            textAnchor: 'start',
            borderWidth: 0,
            style: { background: inks.chalk, color: inks.ink, ...small },
          },
        },
      ],
      points: lines.flatMap(({ points: its }) =>
        its
          .filter(({ verdict }) => verdict === 'better' || verdict === 'worse')
          .map(({ onDate, value, verdict, difference }) => ({
            x: timeOf(onDate),
            y: value,
            marker: { size: 0 },
            label: {
              text: `${verdict === 'better' ? '▲' : '▼'} ${difference}`,
              offsetY: -6,
              borderWidth: 0,
              style: { background: inks.chalk, color: inks.ink, ...small },
            },
          })),
      ),
    },
  };
}

/** A day's name with the room about it. */
const labelPx = 58;
/** More columns than these are too narrow for their number of sets. */
export const mostNumbered = 12;

/** Days under columns; where they are many, every second or third is named. */
function columnAxis(
  days: readonly string[],
  inks: Inks,
  today: string,
  widthPx: number,
): ApexOptions['xaxis'] {
  const names = days.map((day) => dayText(day, today));
  const every = Math.ceil(days.length / Math.max(1, Math.floor(widthPx / labelPx)));
  const named = new Set(names.filter((_, at) => (names.length - 1 - at) % every === 0));
  return {
    type: 'category',
    categories: names,
    labels: {
      rotate: 0,
      style: small,
      formatter: (name: string) => (named.has(name) ? name : ''),
    },
    axisBorder: { color: inks.mortar },
    axisTicks: { show: false },
    crosshairs: { show: false },
  };
}

/** What was done on each day as a column with its sets, the load as a line above its own axis. */
export function exerciseChart(
  { exercise, today }: { readonly exercise: ExerciseOverTime; readonly today: string },
  inks: Inks,
  widthPx: number,
): ApexOptions {
  const { days, loadLabel, unit } = exercise;
  const load = loadLabel === null ? [] : [{ type: 'line', name: 'load', data: days.map((day) => day.load) }];
  const topOf = (values: readonly (number | null)[]) =>
    Math.max(1, ...values.map((value) => value ?? 0)) * 1.08;
  return {
    series: [{ type: 'column', name: 'done', data: days.map((day) => day.amount) }, ...load] as NonNullable<
      ApexOptions['series']
    >,
    chart: { type: 'line' },
    colors: [inks.mortar, inks.ink],
    fill: { type: 'solid', opacity: 1 },
    plotOptions: {
      bar: { columnWidth: days.length < 4 ? '20%' : '55%', dataLabels: { position: 'bottom' } },
    },
    stroke: { curve: 'stepline', width: [0, 3] },
    markers: { size: [0, 6], strokeColors: inks.chalk, strokeWidth: 2, hover: { sizeOffset: 0 } },
    dataLabels: {
      enabled: days.length <= mostNumbered,
      enabledOnSeries: [0],
      formatter: (_, { dataPointIndex }) => {
        const day = days[dataPointIndex as number];
        return day ? `${day.sets} ×` : '';
      },
      background: { enabled: false },
      style: { fontSize: '13px', colors: [inks.ink] },
    },
    xaxis: columnAxis(
      days.map(({ onDate }) => onDate),
      inks,
      today,
      widthPx,
    ),
    yaxis: [
      axis(unit, 0, topOf(days.map(({ amount }) => amount))),
      ...(loadLabel === null
        ? []
        : [{ ...axis(loadLabel, 0, topOf(days.map(({ load: its }) => its))), opposite: true }]),
    ],
  };
}

/** Sets of every week: planned as an outline, done as what fills it; events named on top. */
export function weeksChart(
  { weeks, today }: Pick<OverTimeView, 'weeks' | 'today'>,
  inks: Inks,
  widthPx: number,
): ApexOptions {
  return {
    series: [
      {
        name: 'done',
        data: weeks.map(({ weekStart, done, planned }) => ({
          x: dayText(weekStart, today),
          y: done.sets,
          goals: [
            {
              name: 'planned',
              value: planned.sets,
              strokeHeight: 4,
              strokeColor: inks.quiet,
            },
          ],
        })),
      },
    ],
    chart: { type: 'bar' },
    colors: [inks.ink],
    plotOptions: { bar: { columnWidth: weeks.length < 6 ? '25%' : '62%' } },
    dataLabels: { enabled: false },
    xaxis: columnAxis(
      weeks.map(({ weekStart }) => weekStart),
      inks,
      today,
      widthPx,
    ),
    yaxis: axis(
      'sets',
      0,
      Math.max(4, ...weeks.map(({ done, planned }) => Math.max(done.sets, planned.sets))) * 1.05,
    ),
    annotations: {
      xaxis: weeks.flatMap(({ weekStart, events }) =>
        events.slice(0, 1).map(({ priority }) => ({
          x: dayText(weekStart, today),
          borderColor: inks.quiet,
          strokeDashArray: 4,
          label: {
            text: `${priority} event`,
            orientation: 'horizontal',
            borderWidth: 0,
            style: { background: inks.chalk, color: inks.ink, fontSize: '13px' },
          },
        })),
      ),
    },
  };
}
