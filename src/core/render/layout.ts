/** What every block is laid out with. */
import type { Look } from '../look/schema';
import type { Marks } from './marks';
import type { Style } from './style';

export interface Layout {
  look: Look;
  style: Style;
  marks: Marks;
  /** Contact links are in the footer, because the template has no block for them. */
  linksInFooter?: boolean;
}
