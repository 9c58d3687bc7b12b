import type { BenchState } from './useBench'

/** What a section needs to change its part of the setup. Nothing of it changes when only a dial is turned. */
export type Editing = Pick<BenchState, 'edit' | 'errors'>
