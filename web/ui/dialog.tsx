import { Dialog as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

/** A sheet over the board. Escape and a click beside it close it; one without `onOpenChange` closes only by what stands in it. */
export function Dialog({
  open,
  onOpenChange,
  title,
  about,
  width = 560,
  head,
  onClosed,
  children,
}: {
  open: boolean
  onOpenChange?: (open: boolean) => void
  title: string
  about?: ReactNode
  width?: number /** stays in sight while the rest is scrolled */
  head?: ReactNode /** closed: where the focus goes instead of back; false for back */
  onClosed?: () => boolean
  children: ReactNode
}) {
  return (
    <Radix.Root open={open} {...(onOpenChange ? { onOpenChange } : {})}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/45" />
        <Radix.Content
          style={{ width: `min(${width}px, calc(100vw - 24px))` }}
          className="fixed top-1/2 left-1/2 z-50 flex max-h-[88vh] -translate-x-1/2 -translate-y-1/2 flex-col border border-ink bg-paper shadow-[0_10px_40px_rgb(29_27_24/0.35)]"
          onCloseAutoFocus={(event) => {
            if (onClosed?.()) event.preventDefault()
          }}
          {...(about ? {} : { 'aria-describedby': undefined })}
        >
          <div className="flex items-start gap-4 border-b border-hairline px-5 py-3">
            <div className="flex-1">
              <Radix.Title className="text-[1.12rem] font-semibold">{title}</Radix.Title>
              {about && <Radix.Description className="mt-0.5 text-soft">{about}</Radix.Description>}
            </div>
            {onOpenChange && <Radix.Close className="rounded-sm px-2 py-1 text-soft hover:text-ink">Close</Radix.Close>}
          </div>
          {head && <div className="border-b border-hairline px-5 py-2.5">{head}</div>}
          <div
            role="group"
            aria-label={title}
            // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- what scrolls must be reachable with keys
            tabIndex={0}
            className="min-h-0 flex-1 overflow-y-auto px-5 py-4 focus-visible:outline-none"
          >
            {children}
          </div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
