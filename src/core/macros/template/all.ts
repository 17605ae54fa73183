// Brings the template language to the core: imported for that alone.
import { haveTemplates } from '../templates.ts'
import { render } from './render.ts'
import { treeOf } from './tree.ts'

haveTemplates({ render, treeOf })
