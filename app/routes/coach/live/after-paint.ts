import { useEffect, useState } from 'react';

/**
 * The same a moment later: when what is there at once has been seen. For what stands beside and may follow, so that a tap is
 * answered by the next picture.
 */
export function useAfterPaint<T>(value: T): T {
  const [later, setLater] = useState(value);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const follow = () => setLater(() => value);
    // A page that is not seen paints nothing: there it follows by itself.
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(follow);
    });
    const unseen = setTimeout(follow, 300);
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
      clearTimeout(unseen);
    };
  }, [value]);
  return later;
}
