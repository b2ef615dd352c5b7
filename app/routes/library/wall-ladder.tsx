import { counted } from '~/core/words/counted';

interface WallRung {
  id: string;
  name: string;
  out: boolean;
  state: 'owned' | 'stands' | 'open';
}

/** A ladder against the wall: solid rungs are owned, the stone is where the athlete stands, broken rungs are left out. */
export function WallLadder({ rungs }: { rungs: readonly WallRung[] }) {
  const step = 11;
  const height = rungs.length * step + 10;
  const stands = rungs.find((rung) => rung.state === 'stands');
  const owned = rungs.filter((rung) => rung.state === 'owned').length;
  const out = rungs.filter((rung) => rung.out).length;
  const label = [
    counted(rungs.length, 'rung'),
    stands ? `stands on ${stands.name}` : '',
    owned > 0 ? `${owned} owned` : '',
    out > 0 ? `${out} left out` : '',
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <svg
      viewBox={`0 0 40 ${height}`}
      width="40"
      height={height}
      role="img"
      aria-label={label}
      className="block shrink-0"
    >
      <path d={`M7 ${height}L10 1M33 ${height}L30 1`} stroke="currentColor" strokeWidth="2.2" fill="none" />
      {rungs.map((rung, i) => {
        const y = height - (i + 1) * step + 1;
        const lean = (3 * (height - y)) / height;
        const x = 7 + lean;
        return rung.state === 'stands' ? (
          <path
            key={rung.id}
            d={`M${x - 4} ${y - 3.5}H${41 - x - 2}L${43 - x} ${y - 0.5}V${y + 3.5}H${x - 2}L${x - 4} ${y + 1}Z`}
            fill="currentColor"
          />
        ) : (
          <path
            key={rung.id}
            d={`M${x} ${y}H${40 - x}`}
            stroke="currentColor"
            strokeWidth={rung.state === 'owned' ? 3.6 : 1.3}
            strokeDasharray={rung.out ? '2 3.2' : undefined}
            opacity={rung.out ? 0.7 : 1}
          />
        );
      })}
    </svg>
  );
}
