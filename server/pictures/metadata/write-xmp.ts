import { escape } from '../../../core/page/html.ts'

/** Texts that a file carries in open metadata. */
export interface CarriedTexts {
  readonly alt: string
  readonly caption: string
  readonly credit: string
}

const inEveryLanguage = (name: string, text: string): string =>
  text ? `<${name}><rdf:Alt><rdf:li xml:lang="x-default">${escape(text)}</rdf:li></rdf:Alt></${name}>` : ''

/**
 * An XMP packet with alt text, caption and credit, as ISO 16684-1 and the IPTC Photo Metadata Standard 2021.1 have them.
 * Nothing else: no place, no serial number.
 */
export const xmpOf = ({ alt, caption, credit }: CarriedTexts): string =>
  `<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?><x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:Iptc4xmpCore="http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/">${inEveryLanguage('dc:description', caption)}${inEveryLanguage('Iptc4xmpCore:AltTextAccessibility', alt)}${credit ? `<dc:creator><rdf:Seq><rdf:li>${escape(credit)}</rdf:li></rdf:Seq></dc:creator>` : ''}</rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="w"?>`
