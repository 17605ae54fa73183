// A dialog on a sheet of paper in the middle of the screen. What dialogs are made of is loaded when one is opened first.
import { type ReactNode, Suspense } from 'react'
import { later } from './later.tsx'

export const loadPanel = () => import('./OpenedPanel.tsx')
const OpenedPanel = later(loadPanel, 'OpenedPanel')

export type PanelProps = {
  title: string
  about: string
  open: boolean
  onClose: () => void
  /** Puts the focus where it should begin; without this it begins at what comes first. */
  onOpened?: () => void
  wide?: boolean
  children: ReactNode
}

export const Panel = (props: PanelProps) =>
  props.open && (
    <Suspense fallback={null}>
      <OpenedPanel {...props} instead={null} />
    </Suspense>
  )
