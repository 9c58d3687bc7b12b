import { useNavigate } from 'react-router'
import { useKeys } from '../keys/KeysProvider'
import { benchPath, type Shows, useNeighbours } from './BenchHead'
import { dialKey } from './setupDials'
import type { BenchState } from './useBench'

/** The keys of the bench. */
export function useBenchKeys(bench: BenchState, shows: Shows, onShow: (shows: Shows) => void) {
  const { before, after } = useNeighbours(bench.kept)
  const navigate = useNavigate()
  const focused = () => {
    const key = document.activeElement?.closest('[data-dial]')?.getAttribute('data-dial')
    return bench.assessment?.dials.find((dial) => dialKey(dial.id) === key)
  }
  const focus = (key: string) =>
    document.querySelector<HTMLElement>(`[data-dial="${key}"] [role=slider]`)?.focus()
  useKeys('bench', [
    { key: 's', name: 'Solve the free dials', run: bench.solve },
    {
      key: 'h',
      name: 'Hold or release the dial that has the focus',
      run: () => {
        const dial = focused()
        if (dial) bench.hold(dial.id, !dial.held)
      },
    },
    { key: 'z', name: 'Undo', run: () => void bench.undo() },
    { key: 'y', name: 'Redo', run: () => void bench.redo() },
    ...(bench.assessment?.dials ?? []).slice(0, 9).map((dial, index) => ({
      key: String(index + 1),
      name: `Go to ${dial.name}`,
      run: () => focus(dialKey(dial.id)),
    })),
    { key: ',', name: 'Setup before', run: () => void (before && navigate(benchPath(before.id, shows))) },
    { key: '.', name: 'Setup after', run: () => void (after && navigate(benchPath(after.id, shows))) },
    {
      key: 'g',
      name: 'Brief or set',
      run: () => onShow(shows === 'set' ? 'brief' : 'set'),
    },
    {
      key: 'c',
      name: 'Brief or colour',
      run: () => onShow(shows === 'colour' ? 'brief' : 'colour'),
    },
  ])
}
