import { useEffect, useRef } from 'react';

const text = (seconds: number) => {
  const whole = Math.floor(seconds);
  const minutes = Math.floor(whole / 60);
  const rest = String(whole % 60).padStart(minutes > 0 ? 2 : 1, '0');
  return `${minutes > 0 ? `${minutes}:` : ''}${rest}.${Math.floor((seconds - whole) * 10)}`;
};

/** The big clock. It reads the steady clock at every frame and writes the text itself, so that nothing else renders. */
export function Clock({
  readS,
  running,
  capS,
}: {
  readS: () => number;
  running: boolean;
  capS: number | undefined;
}) {
  const figure = useRef<HTMLSpanElement>(null);
  const bar = useRef<HTMLSpanElement>(null);
  const read = useRef(readS);
  read.current = readS;
  useEffect(() => {
    const show = () => {
      const seconds = read.current();
      if (figure.current) figure.current.textContent = text(seconds);
      if (bar.current) bar.current.style.transform = `scaleX(${capS ? Math.min(1, seconds / capS) : 0})`;
    };
    show();
    if (!running) return;
    let frame = requestAnimationFrame(function tick() {
      show();
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  });
  return (
    <div>
      <span
        ref={figure}
        role="timer"
        aria-label="Seconds"
        className="head figures block text-[clamp(5.2rem,19vw,12.5rem)] leading-[0.86] tracking-tight"
      >
        0.0
      </span>
      {capS ? (
        <span aria-hidden="true" className="mt-3 block h-1.5 bg-night-3">
          <span ref={bar} className="block h-full origin-left bg-chalk" style={{ transform: 'scaleX(0)' }} />
        </span>
      ) : null}
    </div>
  );
}

/** Counts a rest down to zero, by the steady clock: a changed time of day moves nothing. */
export function RestClock({ untilMs, onOver }: { untilMs: number; onOver: () => void }) {
  const figure = useRef<HTMLSpanElement>(null);
  const over = useRef(onOver);
  over.current = onOver;
  useEffect(() => {
    const show = () => {
      const left = Math.max(0, Math.ceil((untilMs - performance.now()) / 1000));
      if (figure.current)
        figure.current.textContent = `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}`;
      if (left === 0) over.current();
    };
    show();
    const timer = setInterval(show, 250);
    return () => clearInterval(timer);
  }, [untilMs]);
  return <span ref={figure} className="head figures text-3xl" />;
}
