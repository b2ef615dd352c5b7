import { useEffect, useRef, useState } from 'react';
import type { Pace } from '~/core/catalogue/schema';
import { paceAt } from '~/core/screen/station/pace';

const words = { in: 'In', out: 'Out', beat: 'Rep', sweep: 'Go', over: 'Done' } as const;
const soundKey = 'zest-pillar.pace-sound';

/** A short click, higher at the start of a cycle. Made by the browser; no file. */
function click(audio: AudioContext, high: boolean): void {
  const tone = audio.createOscillator();
  const gain = audio.createGain();
  tone.frequency.value = high ? 880 : 520;
  gain.gain.setValueAtTime(0.18, audio.currentTime);
  gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.09);
  tone.connect(gain).connect(audio.destination);
  tone.start();
  tone.stop(audio.currentTime + 0.1);
}

/**
 * The pace of a trial: a course of stone that rises with the in-breath and sinks with the out-breath, or fills once a rep.
 * It reads the steady clock at every frame and writes to the page itself; the sound is off until somebody turns it on.
 */
export function Pacer({ pace, readS, running }: { pace: Pace; readS: () => number; running: boolean }) {
  const word = useRef<HTMLSpanElement>(null);
  const count = useRef<HTMLSpanElement>(null);
  const fill = useRef<HTMLSpanElement>(null);
  const read = useRef(readS);
  read.current = readS;
  const audio = useRef<AudioContext | undefined>(undefined);
  const [sound, setSound] = useState(false);
  const loud = useRef(false);
  loud.current = sound;
  useEffect(() => setSound(localStorage.getItem(soundKey) === 'on'), []);
  useEffect(() => {
    let phase = '';
    const show = () => {
      const moment = paceAt(pace, read.current());
      const share = moment.phase === 'out' ? 1 - moment.share : moment.share;
      if (fill.current) fill.current.style.transform = `scaleY(${share.toFixed(3)})`;
      if (word.current) word.current.textContent = running ? words[moment.phase] : 'Ready';
      if (count.current) count.current.textContent = String(moment.done);
      const now = `${moment.phase} ${moment.done}`;
      if (running && phase !== '' && now !== phase && loud.current) {
        audio.current ??= new AudioContext();
        click(audio.current, moment.phase !== 'out');
      }
      phase = now;
    };
    show();
    if (!running) return;
    let frame = requestAnimationFrame(function tick() {
      show();
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [pace, running]);
  useEffect(() => () => void audio.current?.close(), []);
  return (
    <div className="flex items-end gap-6">
      <span aria-hidden="true" className="relative block h-40 w-28 bg-night-3 sm:h-52 sm:w-36">
        <span
          ref={fill}
          className="absolute inset-0 block origin-bottom bg-chalk"
          style={{ transform: 'scaleY(0)' }}
        />
      </span>
      <p className="leading-none">
        <span ref={word} role="status" aria-live="off" className="head block text-6xl sm:text-8xl">
          Ready
        </span>
        <span className="mt-3 block text-mortar">
          <span ref={count} className="head figures text-4xl text-chalk">
            0
          </span>{' '}
          of {pace.most}{' '}
          {pace.by === 'breath'
            ? `breaths, ${pace.inS} s in and ${pace.outS} s out`
            : pace.by === 'beat'
              ? `reps, ${pace.everyS} s each`
              : `× ${pace.everyS} s`}
        </span>
        <label className="mt-3 flex min-h-11 items-center gap-2 text-mortar">
          <input
            type="checkbox"
            checked={sound}
            onChange={(event) => {
              localStorage.setItem(soundKey, event.target.checked ? 'on' : 'off');
              setSound(event.target.checked);
            }}
            className="size-5 accent-[var(--color-chalk)]"
          />
          Sound
        </label>
      </p>
    </div>
  );
}
