import 'styled-components'
import type { Look } from './tokens'

declare module 'styled-components' {
  // The theme is exactly the look.
  // eslint-disable-next-line @typescript-eslint/no-empty-object-type
  export interface DefaultTheme extends Look {}
}
