import { memo, type ReactNode } from 'react'
import { NavLink } from 'react-router'

const PLACES = [
  ['/posts', 'Posts'],
  ['/pictures', 'Pictures'],
  ['/sets', 'Sets'],
  ['/front', 'Front'],
  ['/house-style', 'House style'],
] as const

/** The ink bar at the top of every screen; what the screen adds stands at the right. */
export function TopBar({ children }: { children?: ReactNode }) {
  return (
    <header className="on-ink flex min-h-12 items-center gap-3 bg-ink px-4 text-paper max-xl:gap-2 max-xl:px-3 max-lg:flex-wrap max-lg:gap-x-2 max-lg:gap-y-0 max-lg:py-1">
      <Places />
      {children && (
        <span aria-hidden className="h-5 border-l border-[#5a544c] max-lg:h-0 max-lg:basis-full max-lg:border-0" />
      )}
      {children}
    </header>
  )
}

/** The name and the ways to other screens; the same whatever a screen does beside them. */
const Places = memo(function Places() {
  return (
    <>
      <NavLink
        to="/posts"
        className="flex items-center gap-2 text-[1.12rem] font-bold"
        style={{ fontVariationSettings: '"wdth" 118' }}
      >
        <span aria-hidden className="flex h-3.5 gap-[2px]">
          <i className="w-[5px] bg-paper" />
          <i className="w-[10px] bg-ruby" />
          <i className="w-[5px] bg-paper" />
        </span>
        <span className="whitespace-nowrap max-xl:sr-only">Set Row</span>
      </NavLink>
      <nav aria-label="Main" className="label-narrow flex gap-3 pl-1 max-xl:gap-2 max-sm:gap-1.5">
        {PLACES.map(([to, label]) => (
          <NavLink
            key={to}
            to={to}
            className={({ isActive }) =>
              `border-b-2 py-1 whitespace-nowrap ${isActive ? 'border-blue' : 'border-transparent text-[#d9d2c6] hover:text-paper'}`
            }
          >
            {label}
          </NavLink>
        ))}
      </nav>
    </>
  )
})
