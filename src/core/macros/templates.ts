// Where the template language of hosts is had from. It is large, and only a host's macros need it: whoever runs the core imports
// template/all.ts, or loads it when such a printer comes.
import type { render } from './template/render.ts'
import type { treeOf } from './template/tree.ts'

export type Templates = { render: typeof render; treeOf: typeof treeOf }

let there: Templates | null = null

export function haveTemplates(templates: Templates): void {
  there = templates
}

/** Throws where nobody has loaded it, which is a mistake of ours. */
export function templates(): Templates {
  if (!there) throw new Error('The template language has not been loaded.')
  return there
}
