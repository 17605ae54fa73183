// The menu of a script on the shelf: history, side by side, rename, delete.
import { ArrowRightLeft, BookOpen, Columns2, Pencil, Play, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { ScriptHead } from '../../../core/model/stored.ts'
import { api } from '../../state/api.ts'
import type { MenuAction } from '../../state/registry.ts'
import { AskPanel } from '../../ui/AskPanel.tsx'
import { Confirm } from '../../ui/Confirm.tsx'
import { MoreMenu } from '../../ui/MoreMenu.tsx'

export function ScriptMenu({ script }: { script: ScriptHead }) {
  const { id, name } = script
  const navigate = useNavigate()
  const [asking, setAsking] = useState<'name' | 'bin' | null>(null)
  const actions: MenuAction[] = [
    {
      id: 'history',
      title: 'Its history',
      aliases: 'revisions versions notes trials',
      icon: BookOpen,
      run: () => void navigate(`/history/${id}`),
    },
    {
      id: 'side-by-side',
      title: 'Side by side with another…',
      aliases: 'compare diff difference',
      icon: Columns2,
      run: () => void navigate(`/side-by-side?left=script-${id}&right=text`),
    },
    {
      id: 'carry-over',
      title: 'Carry over to…',
      aliases: 'copy move another printer firmware convert',
      icon: ArrowRightLeft,
      run: () => void navigate(`/carry/${id}`),
    },
    {
      id: 'runs',
      title: 'Run it against many jobs',
      icon: Play,
      run: () => void navigate(`/runs?script=${id}`),
    },
    { id: 'rename', title: 'Rename…', aliases: 'name', icon: Pencil, run: () => setAsking('name') },
    {
      id: 'bin',
      title: 'Throw away…',
      aliases: 'delete remove bin trash',
      icon: Trash2,
      run: () => setAsking('bin'),
    },
  ]
  return (
    <>
      <MoreMenu name={name} actions={() => actions} />
      {asking === 'name' && (
        <AskPanel
          title={`Rename “${name}”`}
          about="Its variants, revisions and trials stay with it."
          fields={[{ name: 'Name', value: name, needed: true }]}
          go="Rename it"
          onGo={async ([wanted = '']) => {
            await api.rename(id, wanted)
          }}
          onClose={() => setAsking(null)}
        />
      )}
      {asking === 'bin' && (
        <Confirm
          title={`Throw “${name}” away`}
          about="It stays in the bin for 30 days, with its history, and can be put back from “Backup and export”."
          go="Throw it away"
          onGo={() => api.bin(id)}
          onClose={() => setAsking(null)}
        />
      )}
    </>
  )
}
