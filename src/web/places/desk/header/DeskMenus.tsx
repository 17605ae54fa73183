// What can be done with the whole script: passages added, tools used, the text taken away.
import { memo } from 'react'
import { Button } from '../../../parts/Button.tsx'
import { later } from '../../../parts/later.tsx'
import { Menu } from '../../../parts/Menu.tsx'
import type { OnRun } from './onRun.ts'

export const loadItems = () => import('./DeskItems.tsx')
export const DeskItems = later(loadItems, 'DeskItems')

export const DeskMenus = memo(function DeskMenus({ onRun }: { onRun: OnRun }) {
  return (
    <>
      <Menu name="Add" load={loadItems} button={props => <Button {...props}>Add</Button>}>
        {() => <DeskItems of="add" onRun={onRun} />}
      </Menu>
      <Menu name="Tools" load={loadItems} button={props => <Button {...props}>Tools</Button>}>
        {() => <DeskItems of="tools" onRun={onRun} />}
      </Menu>
      <Menu name="Export" load={loadItems} button={props => <Button {...props}>Export</Button>}>
        {() => <DeskItems of="export" onRun={onRun} />}
      </Menu>
    </>
  )
})
