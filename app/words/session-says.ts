/** "40 min, Gym": how long a session is, and where when it is not the usual place. */
export const sessionSays = ({
  minutes,
  place,
}: {
  readonly minutes: number;
  readonly place: string;
}): string => `${minutes} min${place === '' ? '' : `, ${place}`}`;
