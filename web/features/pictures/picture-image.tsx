import type { CSSProperties } from 'react'
import { cropWindow, type FocusPoint, objectPosition } from '../../../core/geometry/crop-window.ts'
import { pickWidth } from '../../../core/files/ladder.ts'
import type { Picture } from '../../../core/wire/picture.ts'

export const fileUrl = (file: string): string => `/files/${file}`

/** The address of the file that suits a box of this many CSS px. */
export function urlFor(picture: Picture, width: number): string {
  const files = picture.renditions.filter((file) => file.format === 'webp')
  if (files.length === 0) return ''
  const wanted = pickWidth(
    files.map((file) => file.width),
    width * Math.min(2, globalThis.devicePixelRatio || 1),
  )
  return fileUrl(files.find((file) => file.width === wanted)!.file)
}

/** What a picture is called where it has to be named. */
export const nameOf = (picture: Picture): string => picture.title || picture.alt || picture.fileName

/** A picture in a box of the given width; `aspect` crops it around the focus. */
export function PictureImage({
  picture,
  width,
  aspect,
  focus,
  className,
  style,
}: {
  picture: Picture
  width: number
  aspect?: number
  focus?: FocusPoint
  className?: string
  style?: CSSProperties
}) {
  const own = picture.width / picture.height
  const at = aspect ? objectPosition(cropWindow(own, aspect, focus ?? picture.focus)) : { x: 50, y: 50 }
  return (
    <img
      src={urlFor(picture, aspect ? width * Math.max(1, own / aspect) : width)}
      alt={picture.alt || picture.title}
      draggable={false}
      className={className}
      style={{
        width,
        aspectRatio: aspect ?? own,
        objectFit: 'cover',
        objectPosition: `${at.x}% ${at.y}%`,
        background: picture.colour,
        ...style,
      }}
    />
  )
}
