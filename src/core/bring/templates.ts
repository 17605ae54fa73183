// Brings the template language of hosts: imported for that alone.
import { render } from '../macros/template/render.ts'
import { treeOf } from '../macros/template/tree.ts'
import { bringTemplates } from '../macros/templates.ts'

bringTemplates({ render, treeOf })
