import type { Drawn, Pane } from '../../api/types'
import { Distance } from '../../ui/Distance'
import { LiveNumber } from '../../ui/Field'
import { LiveChoice } from '../../ui/LiveChoice'
import { Latch, Push } from '../../ui/Push'
import { panes } from '../choices'
import { Angle, Line, Place, type SheetProps } from './parts'

type Props = SheetProps & { pane: Pane; index: number; thing: Drawn }

/** A pane of glass, a window or a mirror. */
export function PaneSheet({ bench, pane, index, thing, onGone }: Props) {
  const { errors } = bench
  const field = `/scene/panes/${index}`
  const name = `${thing.name} ${thing.mark ?? index + 1}`
  const put = (change: Partial<Pane>) =>
    bench.edit((s) => ({
      ...s,
      scene: {
        ...s.scene,
        panes: s.scene.panes.map((one) => (one.id === pane.id ? { ...one, ...change } : one)),
      },
    }))
  const remove = () => {
    onGone()
    bench.edit((s) => ({
      ...s,
      scene: { ...s.scene, panes: s.scene.panes.filter((one) => one.id !== pane.id) },
    }))
  }
  return (
    <>
      <Line>
        <LiveChoice
          label={`${name}: kind`}
          value={pane.kind}
          choices={panes}
          onChoose={(kind) => put({ kind })}
        />
        ,{' '}
        <Distance
          label={`${name}: width`}
          value={pane.width}
          error={errors[`${field}/width`]}
          onCommit={(width) => put({ width })}
        />{' '}
        wide,{' '}
        <Distance
          label={`${name}: height of the pane`}
          value={pane.height}
          error={errors[`${field}/height`]}
          onCommit={(height) => put({ height })}
        />{' '}
        high; its middle{' '}
        <Place name={name} at={pane.at} field={`${field}/at`} errors={errors} onPut={(at) => put({ at })} />;
        it looks at bearing{' '}
        <Angle
          label={`${name}: looks`}
          value={pane.looks}
          error={errors[`${field}/looks`]}
          onCommit={(looks) => put({ looks })}
        />
        .
      </Line>
      <Line>
        {pane.kind === 'glass' && (
          <>
            <Latch isSelected={pane.daylight != null} onChange={(on) => put({ daylight: on ? 12 : null })}>
              Daylight in it
            </Latch>
            {pane.daylight != null && (
              <>
                {' '}
                reads EV{' '}
                <LiveNumber
                  label={`${name}: EV of its daylight`}
                  value={pane.daylight}
                  step={1 / 3}
                  tint="ambient"
                  error={errors[`${field}/daylight`]}
                  onCommit={(daylight) => put({ daylight: daylight })}
                />
              </>
            )}{' '}
          </>
        )}
        <Push onPress={remove}>Delete</Push>
      </Line>
    </>
  )
}
