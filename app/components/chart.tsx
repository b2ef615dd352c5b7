import type { ApexOptions } from 'apexcharts';
import clsx from 'clsx';
import { useEffect, useRef } from 'react';

const inkNames = ['ink', 'slate', 'quiet', 'mortar', 'sand', 'chalk'] as const;
/** The colours of the page as they are now, by day or by night. */
export type Inks = Readonly<Record<(typeof inkNames)[number], string>>;

const hex = (rgb: string) =>
  `#${(rgb.match(/\d+/g) ?? [])
    .slice(0, 3)
    .map((part) => Number(part).toString(16).padStart(2, '0'))
    .join('')}`;

/** Charts cannot read the page's variables: they are worked out on an element of it. */
function inksOn(parent: HTMLElement): Inks {
  const probe = document.createElement('span');
  parent.append(probe);
  const of = (name: (typeof inkNames)[number]) => {
    probe.style.color = `var(--color-${name})`;
    return hex(getComputedStyle(probe).color);
  };
  const inks = {
    ink: of('ink'),
    slate: of('slate'),
    quiet: of('quiet'),
    mortar: of('mortar'),
    sand: of('sand'),
    chalk: of('chalk'),
  };
  probe.remove();
  return inks;
}

/** What all charts of the house have: nothing moves, nothing hides under the pointer, text as on the page. */
const houseOptions = (inks: Inks, height: number, own: ApexOptions): ApexOptions => ({
  tooltip: { enabled: false },
  states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
  legend: { show: false },
  ...own,
  grid: { borderColor: inks.sand, padding: { left: 12, right: 12 }, ...own.grid },
  chart: {
    animations: { enabled: false },
    toolbar: { show: false },
    zoom: { enabled: false },
    selection: { enabled: false },
    background: 'transparent',
    foreColor: inks.quiet,
    fontFamily: 'inherit',
    height,
    parentHeightOffset: 0,
    ...own.chart,
  },
});

/**
 * A drawn chart for those who would rather look than read; the same figures stand in a table beside it, which is what is read
 * aloud and printed. Its code is loaded when it is shown.
 *
 * @param of what is drawn; the same object draws nothing anew
 * @param draw the chart of it in the colours of the page and as wide; a function that stays the same
 */
export function Chart<T>({
  of,
  draw,
  className,
}: {
  readonly of: T;
  readonly draw: (of: T, inks: Inks, widthPx: number) => ApexOptions;
  readonly className?: string;
}) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    let gone = false;
    let chart: { destroy: () => void } | undefined;
    const show = async () => {
      // Without a network its code may not come: the table stands alone.
      const loaded = await import('apexcharts').catch(() => undefined);
      if (gone || !loaded) return;
      const inks = inksOn(element);
      // Each drawing has a frame of its own: one that is finished late, after another was asked for, finishes out of sight.
      const frame = document.createElement('div');
      element.replaceChildren(frame);
      chart?.destroy();
      const drawn = new loaded.default(
        frame,
        houseOptions(inks, element.clientHeight, draw(of, inks, element.clientWidth)),
      );
      chart = drawn;
      try {
        await drawn.render();
      } catch (error) {
        if (frame.isConnected) throw error;
      }
    };
    void show();
    // By night the page turns over, by the system or by choice.
    const night = matchMedia('(prefers-color-scheme: dark)');
    const chosen = new MutationObserver(() => void show());
    night.addEventListener('change', show);
    chosen.observe(document.documentElement, { attributeFilter: ['data-theme'] });
    return () => {
      gone = true;
      night.removeEventListener('change', show);
      chosen.disconnect();
      chart?.destroy();
    };
  }, [of, draw]);
  return <div ref={place} aria-hidden="true" className={clsx('overflow-hidden print:hidden', className)} />;
}
