/** Short tones of a session, made by the browser; no files. */

export type Tone = 'go' | 'end' | 'tick' | 'beat' | 'turn' | 'in' | 'out';

const shapes: Readonly<Record<Tone, readonly (readonly [hz: number, atS: number, lastsS: number])[]>> = {
  go: [[880, 0, 0.25]],
  end: [
    [660, 0, 0.14],
    [990, 0.16, 0.3],
  ],
  tick: [[440, 0, 0.07]],
  beat: [[700, 0, 0.06]],
  turn: [[520, 0, 0.05]],
  in: [[330, 0, 0.12]],
  out: [[262, 0, 0.12]],
};

const mutedKey = 'zest-pillar.muted';
export const isMuted = (): boolean => {
  try {
    return localStorage.getItem(mutedKey) === 'yes';
  } catch {
    return false;
  }
};
export function setMuted(muted: boolean): void {
  try {
    localStorage.setItem(mutedKey, muted ? 'yes' : 'no');
  } catch {
    // Forbidden storage: it is muted until the page is left.
  }
}

let audio: AudioContext | undefined;

/** Gets the tones ready, which takes a moment that no tap should wait for. */
export function readySounds(): void {
  if (typeof AudioContext !== 'undefined') audio ??= new AudioContext();
}

/** Sounds a tone, unless sounds are off. Browsers let nothing sound before the first tap: until then it is silent. */
export function sound(tone: Tone, muted: boolean): void {
  if (muted) return;
  readySounds();
  if (!audio) return;
  if (audio.state === 'suspended') void audio.resume();
  for (const [hz, atS, lastsS] of shapes[tone]) {
    const oscillator = audio.createOscillator();
    const gain = audio.createGain();
    const from = audio.currentTime + atS;
    oscillator.frequency.value = hz;
    gain.gain.setValueAtTime(0.2, from);
    gain.gain.exponentialRampToValueAtTime(0.001, from + lastsS);
    oscillator.connect(gain).connect(audio.destination);
    oscillator.start(from);
    oscillator.stop(from + lastsS + 0.02);
  }
}
