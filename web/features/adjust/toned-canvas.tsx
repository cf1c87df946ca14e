import { type CSSProperties, useLayoutEffect, useRef } from 'react'

/** Px on a canvas, as they are. */
export function TonedCanvas({ image, style }: { image: ImageData; style: CSSProperties }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useLayoutEffect(() => {
    const element = canvas.current!
    if (element.width !== image.width) element.width = image.width
    if (element.height !== image.height) element.height = image.height
    element.getContext('2d', { willReadFrequently: true })!.putImageData(image, 0, 0)
  }, [image])
  return <canvas ref={canvas} data-toned aria-hidden style={style} />
}
