import type { About, Remark } from '../api/types'
import { Caution } from './Caution'
import type { BenchState } from './useBench'

type CautionsProps = {
  bench: BenchState
  about: About
  light?: string
  /** Kinds that are said elsewhere on the same screen. */
  but?: Remark['caution']['what'][]
}

/** Cautions stand where they apply. */
export function Cautions({ bench, about, light, but = [] }: CautionsProps) {
  const said = bench.assessment?.cautions.filter(
    (remark) =>
      remark.about === about &&
      !but.includes(remark.caution.what) &&
      (light === undefined || remark.light === light || !remark.light),
  )
  return said?.map((remark) => <Caution key={remark.text}>{remark.text}</Caution>)
}
