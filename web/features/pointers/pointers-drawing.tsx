import type { FlatPointers } from '../../../core/flat/flat-pointers.ts'

/** What points at things, drawn over a picture of these px. */
export function PointersDrawing({
  pointers: { paths, stroke, under, edge, labels },
  width,
  height,
  colours: { ink, ground },
}: {
  pointers: FlatPointers
  width: number
  height: number
  colours: { readonly ink: string; readonly ground: string }
}) {
  return (
    <svg
      aria-hidden
      viewBox={`0 0 ${width} ${height}`}
      className="pointer-events-none absolute inset-0 h-full w-full"
      fill="none"
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      {paths.map((d, i) => (
        <g key={i}>
          <path d={d} stroke={ground} strokeWidth={under} />
          <path d={d} stroke={ink} strokeWidth={stroke} />
        </g>
      ))}
      {labels.map(({ x, y, w, h, corner, size, text }, i) => (
        <g key={i}>
          <rect
            x={x - w / 2}
            y={y - h / 2}
            width={w}
            height={h}
            rx={corner}
            fill={ink}
            stroke={ground}
            strokeWidth={edge}
          />
          <text
            x={x}
            y={y}
            dy="0.34em"
            textAnchor="middle"
            className="font-serif font-bold"
            fontSize={size}
            fill={ground}
          >
            {text}
          </text>
        </g>
      ))}
    </svg>
  )
}
