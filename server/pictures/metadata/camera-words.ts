/** What cameras and programs write into text fields by themselves: neither a title nor a caption nor an alt text. */

/** Names of files as cameras, phones and programs give them. */
const CAMERA_NAME =
  /^(img|dsc|dscn|dscf|dscp|pict?|p|image|photo|foto|bild|screenshot|bildschirmfoto|sam|gopr|gp|dji|pxl|mvimg|wp|imag|cimg|hpim|stx|sdc|_mg|_dsc|vlcsnap|scan)[\s_-]*[\d_.\-()\s]+(\.\w{2,5})?$/i
const FILE_NAME = /^\S+\.(jpe?g|jpe|jfif|png|gif|webp|avif|tiff?|hei[cf]|bmp|dng|cr[23]|nef|arw|raf|orf|rw2)$/i

const STANDING_PHRASES = [
  /^.{0,40}\bdigital\s+(still\s+)?camera$/i,
  /^sony dsc$/i,
  /^samsung( camera pictures)?$/i,
  /^(exif[_ ]jpeg([_ ](picture|\d+|t\d+))?|jpeg image|dcim.*|digimax.*|kenox.*|<digimax.*|<kenox.*)$/i,
  /^(default|untitled|undefined|null|none|no title|ohne titel|sans titre|sin título)$/i,
  /^(created|processed|edited|captured|taken) (with|by|using|in) .{1,60}$/i,
  /^(charset=|binary comment|ascii$|optimized by |lead technologies|created by ).*/i,
  /^[-_.\s\d:/]*$/,
]

/** True where no person would have written this of a picture in a file of this name. */
export function isCameraWords(text: string, fileName: string): boolean {
  const bare = (name: string) => name.replace(/\.\w{2,5}$/, '').toLowerCase()
  if (CAMERA_NAME.test(text) || FILE_NAME.test(text)) return true
  if (fileName && bare(text) === bare(fileName)) return true
  return STANDING_PHRASES.some((phrase) => phrase.test(text))
}
