/** 220 min as "3 h 40", 54 as "54 min", 0.3 as "18 s". */
export function durationText(minutes: number): string {
  if (minutes < 1.95) return `${Math.round(minutes * 60)} s`;
  if (minutes < 60) return `${Number.isInteger(minutes) ? minutes : minutes.toFixed(1)} min`;
  const whole = Math.round(minutes);
  return `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`;
}
