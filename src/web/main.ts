// What runs first: the theme, and the screens once the head that stands in the page has been painted.
import './style.css'
import { applyTheme } from './state/theme.ts'

applyTheme()

const screens = () => void import('./screens.tsx')
// A page that nobody sees is not painted.
if (document.hidden) screens()
else requestAnimationFrame(() => setTimeout(screens))
