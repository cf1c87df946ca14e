import { describe, expect, it } from 'vitest'
import { altFaults, saidAlike } from './alt-advice.ts'

const faults = (alt: string, more: { caption?: string; title?: string } = {}) =>
  altFaults({ alt, caption: '', title: '', ...more })

describe('words for those who do not see a picture', () => {
  it('are there, and are no name of a file', () => {
    expect([faults(' '), faults('KM_2041.jpg'), faults('DSC 0042'), faults('A kite over the slip')]).toEqual([
      ['none'],
      ['file'],
      ['file'],
      [],
    ])
  })
  it('say nothing twice', () => {
    expect(faults('The star, up.', { caption: 'the star, up' })).toEqual(['caption'])
    expect(faults('The star', { title: 'The star.' })).toEqual(['title'])
    const all = ['A kite', 'a kite.', 'A sail'].map((alt) => ({ alt, caption: '', title: '' }))
    expect(all.map((one) => altFaults(one, saidAlike(all)))).toEqual([['same'], ['same'], []])
  })
  it('do not begin with what is known anyway, in whichever language', () => {
    const known = [
      'Image of a kite',
      'A photo of the slip',
      'Bild von einem Drachen',
      'Photo d’un cerf-volant',
      'Foto de una cometa',
      'Zdjęcie latawca',
      '凧の写真',
      'صورة طائرة',
    ]
    expect(known.map((alt) => faults(alt))).toEqual(known.map(() => ['opening']))
    expect(
      ['Photography class at work', 'Pictures on a line', 'Bildhauer am Strand'].map((alt) => faults(alt)),
    ).toEqual([[], [], []])
  })
  it('are not longer than one can listen to', () => {
    expect(faults('kite '.repeat(60))).toEqual(['long'])
  })
})
