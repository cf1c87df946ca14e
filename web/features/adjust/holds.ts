import type { Hold } from '../../../core/recipe/frame.ts'

/** Where a hand takes hold of a crop: all of it, its sides, its corners, what lies on top last. */
export const HOLDS: readonly { readonly name: string; readonly hold: Hold; readonly cursor: string }[] = [
  { name: 'all', hold: { x: 0, y: 0 }, cursor: 'move' },
  { name: 'left', hold: { x: -1, y: 0 }, cursor: 'ew-resize' },
  { name: 'right', hold: { x: 1, y: 0 }, cursor: 'ew-resize' },
  { name: 'top', hold: { x: 0, y: -1 }, cursor: 'ns-resize' },
  { name: 'bottom', hold: { x: 0, y: 1 }, cursor: 'ns-resize' },
  { name: 'top left', hold: { x: -1, y: -1 }, cursor: 'nwse-resize' },
  { name: 'bottom right', hold: { x: 1, y: 1 }, cursor: 'nwse-resize' },
  { name: 'top right', hold: { x: 1, y: -1 }, cursor: 'nesw-resize' },
  { name: 'bottom left', hold: { x: -1, y: 1 }, cursor: 'nesw-resize' },
]
