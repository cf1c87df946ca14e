/** Whether the last press was a finger's: where the focus goes by itself then, a keyboard would come up on the glass. */
let finger = false
window.addEventListener('pointerdown', ({ pointerType }) => (finger = pointerType === 'touch'), true)
window.addEventListener('keydown', () => (finger = false), true)

export const byFinger = (): boolean => finger
