// What runs first: the theme, and the screens once the head that stands in the page has been painted.
import './style.css'
import { applyTheme } from './state/theme.ts'

applyTheme()

const screens = () => {
  // The two pages that people begin with are fetched beside the frame that shows them, not behind it.
  if (location.pathname === '/') void import('./pages/shelf/Shelf.tsx')
  else if (location.pathname.startsWith('/desk/')) void import('./pages/desk/Desk.tsx')
  void import('./screens.tsx')
}
// A page that nobody sees is not painted.
if (document.hidden) screens()
else requestAnimationFrame(() => setTimeout(screens))
