// The variants of a script, each to rename or to throw away.
import { Pencil, Trash2 } from 'lucide-react'
import { useState } from 'react'
import type { Variant } from '../../../core/model/stored.ts'
import { api } from '../../state/api.ts'
import { AskPanel } from '../../ui/AskPanel.tsx'
import { Confirm } from '../../ui/Confirm.tsx'
import { Press } from '../../ui/Press.tsx'

type Props = { scriptId: number; variants: readonly Variant[] }

export function VariantList({ scriptId, variants }: Props) {
  const [renaming, setRenaming] = useState<Variant | null>(null)
  const [dropping, setDropping] = useState<Variant | null>(null)
  return (
    <>
      <ul aria-label="Variants" className="flex flex-wrap gap-2">
        {variants.map(variant => (
          <li
            key={variant.id}
            className={`flex min-w-0 items-center gap-2 rounded-full border px-3 py-0.5 text-control ${variant.inUse ? 'border-ink bg-sunk font-semibold' : 'border-rule'}`}
          >
            <span className="max-w-[26rem] min-w-0 truncate" title={variant.name}>
              {variant.name}
            </span>
            <span className="text-small font-normal text-soft">
              {variant.inUse ? 'in use' : variant.stock ? 'stock' : ''}
            </span>
            <Press
              onClick={() => setRenaming(variant)}
              aria-label={`Rename the variant ${variant.name}`}
              className="rounded-sm text-soft hover:text-ink"
            >
              <Pencil size={13} aria-hidden />
            </Press>
            {!variant.inUse && !variant.stock && (
              <Press
                onClick={() => setDropping(variant)}
                aria-label={`Throw the variant ${variant.name} away…`}
                className="rounded-sm text-soft hover:text-bad"
              >
                <Trash2 size={13} aria-hidden />
              </Press>
            )}
          </li>
        ))}
      </ul>
      {dropping && (
        <Confirm
          title={`Throw the variant “${dropping.name}” away`}
          about="Its revisions and trials go with it. It stays in the bin for 30 days and can be put back from the Workshop."
          go="Throw it away"
          onGo={() => api.binVariant(scriptId, dropping.id)}
          onClose={() => setDropping(null)}
        />
      )}
      {renaming && (
        <AskPanel
          title={`Rename the variant “${renaming.name}”`}
          about="Its revisions and trials stay with it."
          fields={[{ name: 'Name of the variant', value: renaming.name, needed: true }]}
          go="Rename it"
          onGo={async ([name = '']) => {
            await api.renameVariant(scriptId, renaming.id, name)
          }}
          onClose={() => setRenaming(null)}
        />
      )}
    </>
  )
}
