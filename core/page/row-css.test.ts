import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../house/house-style.ts'
import { layRow } from '../place/lay-row.ts'
import { makeRow } from '../post/changes/make-row.ts'
import type { Row } from '../post/row.ts'
import { picture, libraryWith, tall, wide } from '../testing/builders.ts'
import { rowCss } from './row-css.ts'
import { rowHtml } from './row-html.ts'
import { type RowChoices, withChoices } from '../post/changes/row-choices.ts'

const house = STARTING_STYLE
const map = libraryWith(
  wide('aaaa'),
  wide('bbbb'),
  wide('cccc'),
  tall('dddd'),
  picture('eeee', 2000, 2000),
  wide('ffff', { alt: 'A kite', caption: 'Up', credit: 'Orla Venn' }),
)
const published = (ids: string[], options: RowChoices) => {
  const laid = layRow(withChoices(makeRow('row-1', ids), options), map, house)!
  return {
    css: rowCss(laid, house),
    html: rowHtml(laid, { house, address: (file) => `f/${file}`, lazy: (index) => index > 0 }),
  }
}
const gallery = (form: Row['gallery']['form'], across: number): RowChoices => ({
  kind: 'gallery',
  captions: 'none',
  gallery: { form, across, cell: 1, order: 'hand' },
})

it('an edge of its own takes back what the house has', () => {
  const css = (options: RowChoices, own = { ...house, corner: 8, border: { width: 3, colour: '#b8281f' } }) =>
    rowCss(layRow(withChoices(makeRow('row-1', ['aaaa']), options), map, own)!, own)
  expect(css({})).not.toContain('radius')
  expect(css({ corner: 0 })).toContain('border-radius:0px;outline:3px solid #b8281f;outline-offset:-3px')
  expect(css({ border: { width: 0, colour: '#000000' } })).toContain('border-radius:8px;outline:none')
})

describe('the published form of', () => {
  it('even cells is a grid, with fewer columns where the engine says so', () => {
    const { css, html } = published(['aaaa', 'bbbb', 'cccc'], gallery('cells', 3))
    expect(css.split('\n')).toEqual([
      '@container row (not (width < 304px)){.page #row-row-1>:is(.row,.stack){grid-template-columns:repeat(3,minmax(0,1fr))}.page #row-row-1>:is(.row,.stack){--n:3;--c:calc(33.3333cqi - 5.3333px)}}',
      '@container row (width < 304px) and (not (width < 200px)){.page #row-row-1>:is(.row,.stack){grid-template-columns:repeat(2,minmax(0,1fr))}.page #row-row-1>:is(.row,.stack){--n:2;--c:calc(50cqi - 4px)}}',
      '@container row (width < 200px){.page #row-row-1>:is(.row,.stack){grid-template-columns:repeat(1,minmax(0,1fr))}.page #row-row-1>:is(.row,.stack){--n:1;--c:100cqi}}',
    ])
    expect(html).toContain('<div class="row cells">')
    expect(html).toContain('aspect-ratio:1;object-position:50% 50%')
  })
  it('level rows says a line once, not once for every picture', () => {
    const { css, html } = published(['aaaa', 'bbbb', 'cccc', 'aaaa', 'bbbb', 'cccc'], gallery('level', 3))
    const widest = css.split('\n')[0]!
    expect(widest).toContain(
      ':nth-child(n+1):nth-child(-n+3){--f:calc((100% - 2*var(--gap))/4.5*var(--a));flex:calc(1000*var(--a)) 1 calc(var(--f) - 1px*var(--a)/4.5);max-width:calc(var(--f) + .02px);--h:round(22.2222cqi - 3.5556px,0.0625px)}',
    )
    // What is reached below the second line, less what was above it: so the heights of all lines add up.
    expect(widest).toContain('--h:calc(round(44.4444cqi - 7.1111px,0.0625px) - round(22.2222cqi - 3.5556px,0.0625px))')
    expect(widest.match(/nth-child\(n\+/g)).toHaveLength(2)
    expect(html).toContain('style="--a:1.5"')
  })
  it('loose columns places each picture, down the page in units of the container', () => {
    const { css } = published(['aaaa', 'bbbb', 'cccc'], gallery('loose', 2))
    const widest = css.split('\n')[0]!
    // Two columns of (100 % − gap) / 2, the third picture under the first: 1 / 3 of the width less a third of the gap, and a gap.
    expect(widest).toContain(
      '.p3{inset-inline-start:0px;top:calc(33.3333cqi + 5.3333px);width:calc(50% - 4px);--h:calc(33.3333cqi - 2.6667px)}',
    )
    expect(widest).toContain('position:relative;height:calc(66.6667cqi + 2.6667px)')
  })
  it('a slideshow is a strip that can be reached and scrolled with the keyboard', () => {
    const { css, html } = published(['aaaa', 'dddd'], { kind: 'slideshow' })
    expect(css).toBe('')
    expect(html).toContain(
      '<div class="strip" tabindex="0" role="group" aria-label="Pictures" style="--frame:1.5"><div class="slides">',
    )
    // A 2:3 picture in a 3:2 frame is four ninths as wide.
    expect(html).toContain('width:44.44444444%')
    expect(html).toContain('<span class="count">2 of 2</span>')
  })
  it('a patchwork nests boxes, and unnests them where it folds', () => {
    const { css, html } = published(['aaaa', 'bbbb', 'cccc'], {
      kind: 'patchwork',
      captions: 'none',
      patchwork: { composition: { beside: ['.', { stacked: ['.', '.'] }] } },
    })
    // Worked out in the engine's description: a = 1.5 and 0.75, b = 0 and −0.75; together a quarter of a gap of 8 px to share.
    expect(html).toContain('<div class="row tree"><figure class="pic p1">')
    expect(html).toContain('<div class="stack j2-3">')
    expect(css).toContain('.p1{--f:calc(66.6667% - 1.3333px);flex:666.6666667 1 ')
    expect(css).toContain('.j2-3{--f:calc(33.3333% - 6.6667px);flex:333.3333333 1 ')
    expect(css).toContain(':is(.row,.stack){display:contents}')
  })
  it('a patchwork with captions keeps room for the lines of each, and follows the size of the reader’s text', () => {
    const { css } = published(['ffff', 'bbbb', 'cccc'], {
      kind: 'patchwork',
      patchwork: { composition: { beside: ['.', { stacked: ['.', '.'] }] } },
    })
    // One caption of one line: only its own picture keeps room, in rem, and so are the widths at which rules change.
    expect(css.match(/--l:/g)).toHaveLength(1)
    expect(css).toMatch(/\.p1\{--h:round\([^;]+rem,0\.0625px\);--l:1\}/)
    expect(css).toMatch(/^@container row \(not \(width < [\d.]+rem\)\)/)
  })
  it('a gallery in another order keeps the names that pictures have by hand', () => {
    const { html } = published(['aaaa', 'bbbb', 'cccc'], {
      ...gallery('cells', 3),
      gallery: { form: 'cells', across: 3, cell: 1, order: 'turned' },
    })
    expect([...html.matchAll(/pic p(\d)/g)].map((match) => match[1])).toEqual(['3', '2', '1'])
  })
  it('credits stand once below a row that has one caption, and the first picture alone is not lazy', () => {
    const { html } = published(['ffff', 'bbbb'], { captions: 'row', caption: 'Two of them' })
    expect(html).toMatch(
      /^<figure class="seat seat-measure" id="row-row-1">.*<figcaption>Two of them <span class="credit">Picture: Orla Venn<\/span><\/figcaption><\/figure>$/,
    )
    expect(html.match(/loading="lazy"/g)).toHaveLength(1)
  })
})
