import { Popover } from 'radix-ui'
import type { ReactNode } from 'react'

/** A slip of paper below a tool, while it is open. */
export function ToolSlip({
  label,
  open,
  onOpenChange,
  tool,
  className,
  children,
}: {
  label: string
  open: boolean
  onOpenChange: (open: boolean) => void
  tool: ReactNode
  className: string
  children: ReactNode
}) {
  return (
    <Popover.Root open={open} onOpenChange={onOpenChange}>
      <Popover.Anchor asChild>
        <span>{tool}</span>
      </Popover.Anchor>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={8}
          aria-label={label}
          className={`z-40 border border-ink bg-paper shadow-[0_6px_20px_rgb(29_27_24/0.25)] ${className}`}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
