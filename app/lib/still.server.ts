/**
 * Pages that are only read. They are made by the server whole, and wake, with all the program behind them, only when something on
 * the device asks for it: a phone on a slow line reads its card without fetching a hundred kilobytes first.
 */

/** Runs in the page as it stands here: it may use nothing from outside itself. */
function wake(): void {
  const me = document.currentScript as HTMLScriptElement | null;
  const late = document.querySelector<HTMLScriptElement>('script[data-late]');
  if (!late) return;
  let awake = false;
  const rise = () => {
    if (awake) return;
    awake = true;
    const program = document.createElement('script');
    program.type = 'module';
    program.nonce = me?.nonce ?? '';
    program.textContent = late.textContent;
    late.replaceWith(program);
  };
  /** Does anything wait on this device to be sent? */
  const waits = async (): Promise<boolean> => {
    // A database is not asked for that is not there: to open it would make it.
    const there = await indexedDB.databases();
    if (!there.some(({ name }) => name === 'zest-pillar')) return false;
    return new Promise((resolve) => {
      const opening = indexedDB.open('zest-pillar');
      opening.onerror = () => resolve(true);
      opening.onsuccess = () => {
        const database = opening.result;
        const end = (answer: boolean) => {
          database.close();
          resolve(answer);
        };
        try {
          const count = database.transaction('waiting').objectStore('waiting').count();
          count.onsuccess = () => end(count.result > 0);
          count.onerror = () => end(true);
        } catch {
          // Of an edition before: the program brings it up to date.
          end(true);
        }
      };
    });
  };
  const underWay = (): boolean =>
    Object.keys(localStorage).some((key) => key.startsWith('zest-pillar.live.'));
  const look = async () => {
    // Where a browser cannot say, the program looks.
    if (underWay() || (await waits().catch(() => true))) return rise();
    const registration = await navigator.serviceWorker?.register('/worker.js', { scope: '/' });
    if (registration?.waiting && navigator.serviceWorker.controller) rise();
  };
  look().catch(() => {});
}

/** A page that stays still until it is woken. */
export function still(html: string, nonce: string): string {
  return html
    .replace(/<link rel="modulepreload"[^>]*>/g, '')
    .replace(/<script([^>]*) type="module"([^>]*)>/, '<script$1 type="text/plain" data-late=""$2>')
    .replace('</body>', `<script nonce="${nonce}">(${wake.toString()})()</script></body>`);
}
