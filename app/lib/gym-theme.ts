import { useEffect, useState } from 'react';

const key = 'zest-pillar.gym-theme';

/** Live views are dark as a gym is, or light for a bright hall; the device remembers. */
export function useGymTheme(): { theme: 'gym' | 'gym day'; toggle: () => void; says: string } {
  const [day, setDay] = useState(false);
  useEffect(() => setDay(localStorage.getItem(key) === 'day'), []);
  return {
    theme: day ? 'gym day' : 'gym',
    says: day ? 'Dark' : 'Light',
    toggle: () => {
      localStorage.setItem(key, day ? 'night' : 'day');
      setDay(!day);
    },
  };
}
