// The menu of a script on the shelf: history, side by side, rename, delete.
import { ArrowRightLeft, BookOpen, Columns2, Pencil, Play, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { ScriptHead } from '../../../core/model/stored.ts'
import { api } from '../../state/api.ts'
import { AskPanel } from '../../ui/AskPanel.tsx'
import { Confirm } from '../../ui/Confirm.tsx'
import { MenuItem } from '../../ui/Menu.tsx'
import { MoreMenu } from '../../ui/MoreMenu.tsx'

export function ScriptMenu({ script }: { script: ScriptHead }) {
  const { id, name } = script
  const navigate = useNavigate()
  const [asking, setAsking] = useState<'name' | 'bin' | null>(null)
  return (
    <>
      <MoreMenu name={name}>
        {() => (
          <>
            <MenuItem also="revisions versions notes trials" onSelect={() => void navigate(`/history/${id}`)}>
              <BookOpen size={15} aria-hidden /> Its history
            </MenuItem>
            <MenuItem
              also="compare diff difference"
              onSelect={() => void navigate(`/side-by-side?left=script-${id}&right=text`)}
            >
              <Columns2 size={15} aria-hidden /> Side by side with another…
            </MenuItem>
            <MenuItem also="copy move another printer firmware convert" onSelect={() => void navigate(`/carry/${id}`)}>
              <ArrowRightLeft size={15} aria-hidden /> Carry over to…
            </MenuItem>
            <MenuItem onSelect={() => void navigate(`/runs?script=${id}`)}>
              <Play size={15} aria-hidden /> Run it against many jobs
            </MenuItem>
            <MenuItem also="name" onSelect={() => setAsking('name')}>
              <Pencil size={15} aria-hidden /> Rename…
            </MenuItem>
            <MenuItem also="delete remove bin trash" onSelect={() => setAsking('bin')}>
              <Trash2 size={15} aria-hidden /> Throw away…
            </MenuItem>
          </>
        )}
      </MoreMenu>
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
