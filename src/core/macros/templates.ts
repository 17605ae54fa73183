// Where the template language of hosts is had from: only a host's macros need it.
import { onDemand } from '../on-demand.ts'
import type { render } from './template/render.ts'
import type { treeOf } from './template/tree.ts'

export type Templates = { render: typeof render; treeOf: typeof treeOf }

export const [templates, bringTemplates] = onDemand<Templates>('The template language')
