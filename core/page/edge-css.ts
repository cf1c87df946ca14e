import type { HouseStyle } from '../house/house-style.ts'
import { figure } from './html.ts'

/** Round corners and a border over the edge: neither takes room, so no layout depends on them. '' where there is neither. */
export const edgeCss = ({ corner, border }: Pick<HouseStyle, 'corner' | 'border'>): string =>
  [
    corner ? `border-radius:${figure(corner)}px` : '',
    border.width
      ? `outline:${figure(border.width)}px solid ${border.colour};outline-offset:-${figure(border.width)}px`
      : '',
  ]
    .filter(Boolean)
    .join(';')

/** The same for a row of its own: what the house has and it has not is taken back. */
export const ownEdgeCss = ({ corner, border }: Pick<HouseStyle, 'corner' | 'border'>): string =>
  `border-radius:${figure(corner)}px;${edgeCss({ corner: 0, border }) || 'outline:none'}`
