import { useState } from 'react';
import { FaultPair } from '~/app/components/fault-pair';
import type { StationTest } from '~/core/screen/station/shown';

/** What the likely faults of the test look like, drawn when somebody wants to see them. */
export function FaultPictures({ test }: { test: StationTest }) {
  const [open, setOpen] = useState(false);
  return (
    <details onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="flex min-h-11 cursor-pointer items-center underline decoration-night-3 decoration-2 underline-offset-4">
        What the faults look like
      </summary>
      {open ? (
        <ul className="mt-2 space-y-4 [--fig-ground:var(--color-night)]">
          {test.faults.slice(0, 6).map((fault) => (
            <li key={fault.id}>
              <FaultPair fault={fault} posture={test.posture} needs={test.needs} className="h-20" />
              <p className="text-aside">
                <strong>{fault.name}.</strong> {fault.look}
              </p>
            </li>
          ))}
        </ul>
      ) : null}
    </details>
  );
}
