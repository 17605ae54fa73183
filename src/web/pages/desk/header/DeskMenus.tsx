// The menus for the whole script: add passages, use tools, export.
import { memo } from 'react'
import { Button } from '../../../ui/Button.tsx'
import { Menu } from '../../../ui/Menu.tsx'
import { DeskItems } from './DeskItems.tsx'
import type { OnRun } from './onRun.ts'

export const DeskMenus = memo(function DeskMenus({ onRun }: { onRun: OnRun }) {
  return (
    <>
      <Menu name="Add" button={props => <Button {...props}>Add</Button>}>
        {() => <DeskItems of="add" onRun={onRun} />}
      </Menu>
      <Menu name="Tools" button={props => <Button {...props}>Tools</Button>}>
        {() => <DeskItems of="tools" onRun={onRun} />}
      </Menu>
      <Menu name="Export" button={props => <Button {...props}>Export</Button>}>
        {() => <DeskItems of="export" onRun={onRun} />}
      </Menu>
    </>
  )
})
