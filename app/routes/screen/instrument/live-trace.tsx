import { type RefObject, useEffect, useMemo, useRef } from 'react';
import type { TraceBuilder } from '~/core/signals/frames';
import { type Channel, type InstrumentId, instruments, lossRules } from '~/core/signals/instruments';

const shownS = 15;
const laneHeight = 38;
/** Channels that are recorded and read, and left out of the live lanes to keep them few. */
const quiet = new Set(['trunk_tilt', 'trunk_turn']);

/** The mean of the first clean seconds, when they are there. */
function baselineOf(values: Float64Array, rateHz: number): number | undefined {
  let sum = 0;
  let n = 0;
  for (let i = Math.round(0.5 * rateHz); i < Math.min(values.length, 2.5 * rateHz); i += 1) {
    const here = values[i] as number;
    if (Number.isNaN(here)) continue;
    sum += here;
    n += 1;
  }
  return n > rateHz ? sum / n : undefined;
}

function drawLane(
  g: CanvasRenderingContext2D,
  builder: TraceBuilder,
  channel: Channel,
  top: number,
  width: number,
  endS: number,
  ink: { line: string; faint: string; ground: string },
) {
  const { rateHz, id } = builder.instrument;
  const values = builder.tail(channel.id, 0);
  const from = Math.max(0, Math.floor((endS - shownS) * rateHz));
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (let i = from; i < values.length; i += 1) {
    const here = values[i] as number;
    if (here < low) low = here;
    if (here > high) high = here;
  }
  g.font = '13px "Atkinson Hyperlegible Next Variable", sans-serif';
  const write = (text: string, right: boolean) => {
    const wide = g.measureText(text).width;
    const x = right ? width - wide : 0;
    g.fillStyle = ink.ground;
    g.fillRect(x - 3, top, wide + 6, 16);
    g.fillStyle = ink.line;
    g.fillText(text, x, top + 12);
  };
  if (low > high) return write(channel.name, false);
  const rule = id === 'belt' ? undefined : lossRules[id];
  const base = baselineOf(values, rateHz);
  const enter = rule ? rule.enter * (rule.relative ? Math.abs(base ?? 50) : 1) : 1;
  const middle = base ?? (low + high) / 2;
  const span = Math.max(rule ? 1.5 * enter : 1, high - middle, middle - low) * 1.1;
  const y = (value: number) => top + laneHeight / 2 - ((value - middle) / span) * (laneHeight / 2 - 2);
  const x = (i: number) => width - (endS - i / rateHz) * (width / shownS);
  if (rule && base !== undefined) {
    g.strokeStyle = ink.faint;
    g.setLineDash([3, 5]);
    g.beginPath();
    for (const level of [base + enter, base - enter]) {
      g.moveTo(0, y(level));
      g.lineTo(width, y(level));
    }
    g.stroke();
    g.setLineDash([]);
  }
  g.strokeStyle = ink.line;
  g.lineWidth = 1.5;
  g.beginPath();
  let down = false;
  for (let i = from; i < values.length; i += 1) {
    const here = values[i] as number;
    if (Number.isNaN(here)) {
      down = false;
      continue;
    }
    if (down) g.lineTo(x(i), y(here));
    else g.moveTo(x(i), y(here));
    down = true;
  }
  g.stroke();
  write(channel.name, false);
  const newest = builder.newest(channel.id);
  if (newest !== undefined)
    write(channel.unit === 'deg' ? `${newest.toFixed(1)}°` : `${newest.toFixed(1)} ${channel.unit}`, true);
}

/** The stream as it comes, the newest at the right edge, drawn at every frame of the screen. */
export function LiveTrace({
  instrument,
  builder,
  originMs,
  moving,
}: {
  instrument: InstrumentId;
  builder: RefObject<TraceBuilder | undefined>;
  originMs: RefObject<number>;
  moving: boolean;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { channels: all, name } = instruments[instrument];
  const channels = useMemo(() => all.filter((channel) => !quiet.has(channel.id)), [all]);
  const height = channels.length * (laneHeight + 6);
  useEffect(() => {
    const element = canvas.current;
    const g = element?.getContext('2d');
    if (!element || !g) return;
    const style = getComputedStyle(element);
    const ink = {
      line: style.color,
      ground: style.getPropertyValue('--trace-ground') || '#000',
      faint: style.getPropertyValue('--trace-faint') || style.color,
    };
    const draw = () => {
      const width = element.clientWidth;
      const scale = window.devicePixelRatio || 1;
      if (element.width !== Math.round(width * scale) || element.height !== Math.round(height * scale)) {
        element.width = Math.round(width * scale);
        element.height = Math.round(height * scale);
      }
      g.setTransform(scale, 0, 0, scale, 0, 0);
      g.clearRect(0, 0, width, height);
      const mine = builder.current;
      if (!mine) return;
      const endS = moving ? (performance.now() - originMs.current) / 1000 - 0.15 : mine.lastMs / 1000;
      channels.forEach((channel, i) => {
        drawLane(g, mine, channel, i * (laneHeight + 6), width, Math.max(0, endS), ink);
      });
    };
    draw();
    if (!moving) return;
    let frame = requestAnimationFrame(function tick() {
      draw();
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [builder, originMs, channels, height, moving]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={`${name}, live trace`}
      style={{ height }}
      className="block w-full text-chalk [--trace-faint:var(--color-mortar)] [--trace-ground:var(--color-night)]"
    />
  );
}
