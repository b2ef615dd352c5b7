import { renderToStaticMarkup } from 'react-dom/server';
import { Figure, type FigureProps } from '~/app/components/figure';

/** A figure as it stands on a page that draws none itself: what draws it stays on the server. */
export const figureMarkup = (figure: FigureProps): string => renderToStaticMarkup(<Figure {...figure} />);
