// A plain button and a plain link that are registered for the finder, without a look of their own.
import type { ComponentProps } from 'react'
import { Link } from 'react-router'
import { useFinderButton } from '../state/registry.ts'

export const Press = ({ ref, ...props }: ComponentProps<'button'>) => (
  <button ref={useFinderButton<HTMLButtonElement>(ref)} type="button" {...props} />
)

export const PageLink = ({ ref, ...props }: ComponentProps<typeof Link>) => (
  <Link ref={useFinderButton<HTMLAnchorElement>(ref)} {...props} />
)
