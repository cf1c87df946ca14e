import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aspect } from '../testing/arbitraries.ts'
import { cropWindow, objectPosition, shareLost } from './crop-window.ts'
import { at, plus, px, times, widthWhere } from './line.ts'
import { pictureSize, sideBySideSize, stackedSize } from './linear-size.ts'

describe('a line', () => {
  it('is worked out by hand', () => {
    expect(at({ p: 0.5, g: -0.5, c: 0 }, 1000, 10)).toBe(495)
    expect(at(plus(times({ p: 1, g: 2, c: 3 }, 2), px(4)), 100, 10)).toBe(250)
  })
  it('is solved for the width where it reaches a length', () => {
    expect(widthWhere({ p: 0.5, g: -0.5, c: 0 }, 495, 10)).toBe(1000)
    expect(widthWhere(px(300), 200, 10)).toBe(0)
    expect(widthWhere(px(100), 200, 10)).toBe(Infinity)
  })
})

describe('a size that is linear in the height', () => {
  it('adds up side by side', () => {
    expect(sideBySideSize([pictureSize(1.5), pictureSize(1.5)])).toEqual({ a: 3, b: 1, k: 0 })
  })
  it('joins in a stack', () => {
    expect(stackedSize([pictureSize(1.5), pictureSize(1.5)])).toEqual({ a: 0.75, b: -0.75, k: 0 })
  })
  it('counts caption bands: 300 wide, two 3:2 pictures with 20 px bands and a gap of 10 are 450 high', () => {
    const { a, b, k } = stackedSize([pictureSize(1.5, 20), pictureSize(1.5, 20)])
    expect((300 - b * 10 - k) / a).toBeCloseTo(450)
  })
  it('refuses a picture without a shape', () => {
    expect(() => pictureSize(0)).toThrow('expected a number over 0, got 0')
    expect(() => pictureSize(Number.NaN)).toThrow(RangeError)
  })
})

describe('a crop window', () => {
  it('keeps the right two thirds when the focus is at the right', () => {
    const window = cropWindow(1.5, 1, { x: 0.9, y: 0.5 })
    expect(window.x).toBeCloseTo(1 / 3)
    expect(window.width).toBeCloseTo(2 / 3)
    expect(window.height).toBe(1)
    expect(shareLost(window)).toBeCloseTo(1 / 3)
    expect(objectPosition(window)).toEqual({ x: expect.closeTo(100), y: 50 })
  })
  it('lies inside the picture, has the shape asked for, holds the focus, and is the largest', () => {
    const unit = fc.double({ min: 0, max: 1, noNaN: true })
    fc.assert(
      fc.property(aspect, aspect, unit, unit, (own, cell, x, y) => {
        const window = cropWindow(own, cell, { x, y })
        expect(window.x).toBeGreaterThanOrEqual(0)
        expect(window.y).toBeGreaterThanOrEqual(0)
        expect(window.x + window.width).toBeLessThanOrEqual(1 + 1e-12)
        expect(window.y + window.height).toBeLessThanOrEqual(1 + 1e-12)
        expect((window.width * own) / window.height).toBeCloseTo(cell, 6)
        expect(Math.max(window.width, window.height)).toBeCloseTo(1, 12)
        expect(x).toBeGreaterThanOrEqual(window.x - 1e-12)
        expect(x).toBeLessThanOrEqual(window.x + window.width + 1e-12)
        expect(y).toBeGreaterThanOrEqual(window.y - 1e-12)
        expect(y).toBeLessThanOrEqual(window.y + window.height + 1e-12)
      }),
    )
  })
})
