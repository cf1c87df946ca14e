import { clsx } from 'clsx'
import type { ButtonHTMLAttributes } from 'react'
import { Link, type LinkProps } from 'react-router'

type Look = 'ink' | 'paper' | 'plain' | 'on-ink'

const LOOKS: Record<Look, string> = {
  ink: 'bg-ink text-paper border-ink hover:bg-[#3a362f] disabled:bg-edge disabled:border-edge',
  paper: 'bg-paper text-ink border-edge hover:border-ink disabled:text-soft disabled:border-hairline',
  plain:
    'border-transparent text-ink underline decoration-hairline underline-offset-4 hover:decoration-ink disabled:text-soft disabled:no-underline',
  'on-ink': 'border-[#8b8376] text-paper hover:border-paper disabled:text-[#a49c90] disabled:border-[#5a544c]',
}

const lookOf = (look: Look, small: boolean | undefined): string =>
  clsx(
    'shrink-0 rounded-sm border font-medium whitespace-nowrap',
    small ? 'px-1.5 py-0.5' : 'px-3 py-1.5',
    look === 'plain' && 'px-1!',
    LOOKS[look],
  )

/** A way to another screen that looks like what is done here. */
export function ButtonLink({
  look = 'paper',
  small,
  className,
  ...rest
}: LinkProps & { look?: Look; small?: boolean }) {
  return <Link className={clsx(lookOf(look, small), className)} {...rest} />
}

export function Button({
  look = 'paper',
  small,
  className,
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: Look; small?: boolean }) {
  return <button type="button" className={clsx(lookOf(look, small), className)} {...rest} />
}
