// The entry: applies the theme, and loads the screens once the header in the HTML has been painted.
import './style.css'
import { applyTheme } from './state/theme.ts'

applyTheme()

const screens = () => {
  // The two pages that people open first are fetched in parallel with the frame that shows them.
  if (location.pathname === '/') void import('./pages/shelf/Shelf.tsx')
  else if (location.pathname.startsWith('/desk/')) void import('./pages/desk/Desk.tsx')
  void import('./screens.tsx')
}
// A hidden page is not painted.
if (document.hidden) screens()
else requestAnimationFrame(() => setTimeout(screens))
