// What can be done with a script on the shelf: its history, another beside it, another name, the bin. There may be hundreds, so that the
// menu is made when its button is pressed.
import { Ellipsis } from 'lucide-react'
import { Suspense, useState } from 'react'
import type { ScriptHead } from '../../../core/model/kept.ts'
import { later } from '../../parts/later.ts'
import { Press } from '../../parts/Press.tsx'

const OpenedMenu = later(() => import('./OpenedMenu.tsx'), 'OpenedMenu')

/** What the button is like, whether the menu is there or not. */
export const menuButton = ({ name }: ScriptHead) => ({
  'aria-label': `What to do with ${name}`,
  className: 'mr-0.5 rounded-sm p-1 text-soft hover:text-ink',
  children: <Ellipsis size={16} aria-hidden />,
})

export function ScriptMenu({ script }: { script: ScriptHead }) {
  const [used, setUsed] = useState(false)
  const button = (
    <Press aria-haspopup="menu" aria-expanded={false} onClick={() => setUsed(true)} {...menuButton(script)} />
  )
  return used ? (
    <Suspense fallback={button}>
      <OpenedMenu script={script} />
    </Suspense>
  ) : (
    button
  )
}
