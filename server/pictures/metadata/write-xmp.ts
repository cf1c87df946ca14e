import { escape } from '../../../core/page/html.ts'

/** Texts that a file carries in open metadata. */
export interface CarriedTexts {
  readonly alt: string
  readonly caption: string
  readonly credit: string
  readonly title?: string
  readonly licence?: string
}

const inEveryLanguage = (name: string, text: string | undefined): string =>
  text ? `<${name}><rdf:Alt><rdf:li xml:lang="x-default">${escape(text)}</rdf:li></rdf:Alt></${name}>` : ''

/**
 * An XMP packet with alt text, caption, credit, title and licence, as ISO 16684-1 and the IPTC Photo Metadata Standard
 * 2021.1 have them. Nothing else: no place, no serial number.
 */
export const xmpOf = ({ alt, caption, credit, title, licence }: CarriedTexts): string =>
  `<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?><x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:xmpRights="http://ns.adobe.com/xap/1.0/rights/" xmlns:Iptc4xmpCore="http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/">${inEveryLanguage('dc:title', title)}${inEveryLanguage('dc:description', caption)}${inEveryLanguage('Iptc4xmpCore:AltTextAccessibility', alt)}${credit ? `<dc:creator><rdf:Seq><rdf:li>${escape(credit)}</rdf:li></rdf:Seq></dc:creator>` : ''}${inEveryLanguage('xmpRights:UsageTerms', licence)}</rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="w"?>`
