import type { LiveForm } from '~/core/coach/live/card';
import { isCounted } from '~/core/coach/live/pacing';
import type { AtHand, LiveState } from '~/core/coach/live/state';
import { unitText } from '~/core/dose/work';

/** "left", or what the side is called on this exercise; nothing for one without sides. */
export const sideText = ({ turn, form }: Pick<AtHand, 'turn' | 'form'>): string =>
  turn.side === 'both' ? '' : (form.sideWords?.[turn.side] ?? turn.side);

/** How a side is said of a set: "left side", "weight in the right hand". */
export const sideName = (hand: Pick<AtHand, 'turn' | 'form'>): string => {
  const said = sideText(hand);
  return said === '' || hand.form.sideWords ? said : `${said} side`;
};

/** "Set 2 of 3". */
export function setText({ turns }: Pick<LiveState, 'turns'>, { turn }: Pick<AtHand, 'turn'>): string {
  const most = Math.max(...turns.filter(({ itemId }) => itemId === turn.itemId).map(({ setNo }) => setNo));
  return most > 1 ? `Set ${turn.setNo} of ${most}` : '';
}

/** What an amount is counted in, beside its figure. */
export const amountUnit = ({ unit }: Pick<LiveForm, 'unit'>): string => unitText(unit);

/** Does somebody have to say what was done of a set? */
export const needsSaying = (hand: AtHand, byPace: boolean): boolean => !isCounted(hand.work, byPace);
