// A page of the documentation in docs/, shown in the application.
import { marked } from 'marked'
import { useMemo } from 'react'
import carrying from '../../../../docs/carrying.md?raw'
import changes from '../../../../docs/changes.md?raw'
import checks from '../../../../docs/checks.md?raw'
import learning from '../../../../docs/learning.md?raw'
import macros from '../../../../docs/macros.md?raw'
import rehearsal from '../../../../docs/rehearsal.md?raw'
import scriptLanguage from '../../../../docs/script-language.md?raw'
import shortcuts from '../../../../docs/shortcuts.md?raw'
import vocabularies from '../../../../docs/vocabularies.md?raw'
import { useTitle } from '../../lib/useTitle.ts'

const texts = {
  'script-language': scriptLanguage,
  rehearsal,
  checks,
  changes,
  learning,
  carrying,
  macros,
  vocabularies,
  shortcuts,
}

export function Read({ what }: { what: keyof typeof texts }) {
  const text = texts[what]
  // Our own text, shipped with the application: safe as HTML.
  const html = useMemo(() => marked.parse(text, { async: false }), [text])
  useTitle(/^# (.*)/.exec(text)?.[1] ?? 'Library')
  return (
    <article
      className="read mx-auto max-w-[78ch] px-6 py-5"
      // biome-ignore lint/security/noDangerouslySetInnerHtml: made of docs/*.md alone, when the application is built
      dangerouslySetInnerHTML={{ __html: html }}
    />
  )
}
