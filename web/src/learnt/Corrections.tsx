import styled, { useTheme } from 'styled-components'
import type { Correction } from '../api/types'
import { Push } from '../ui/Push'

const List = styled.ul`
  li {
    display: grid;
    grid-template-columns: minmax(180px, 1.2fr) 260px minmax(0, 2fr) 190px;
    gap: 4px 16px;
    align-items: center;
    border-bottom: 1px solid ${({ theme }) => theme.line};
    padding: 6px 0;
    min-height: 52px;
  }
  b {
    font-weight: 650;
  }
  small {
    display: block;
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
  }
  svg {
    display: block;
  }
  .act {
    display: flex;
    gap: 6px;
    justify-content: flex-end;
  }
  @media (max-width: 900px) {
    li {
      grid-template-columns: minmax(0, 1fr);
      align-items: start;
    }
    .act {
      justify-content: flex-start;
    }
  }
`
const WIDE = 260
const HIGH = 40
const MOST = 1.5

const x = (stops: number) => WIDE / 2 + (Math.max(-MOST, Math.min(MOST, stops)) / MOST) * (WIDE / 2 - 10)

/** Where a correction lies, in stops about nothing: what it was likely to be as a band, what is learnt with how far that may be off. */
function Rule({ correction }: { correction: Correction }) {
  const theme = useTheme()
  const { learnt, prior, in_force } = correction
  return (
    <svg viewBox={`0 0 ${WIDE} ${HIGH}`} width="100%" height={HIGH} aria-hidden>
      <rect x={x(-prior)} y={8} width={x(prior) - x(-prior)} height={13} fill={theme.line} />
      {[-1, -0.5, 0, 0.5, 1].map((stops) => (
        <g key={stops}>
          <path
            d={`M${x(stops)} ${stops === 0 ? 4 : 10}V26`}
            stroke={stops === 0 ? theme.ink : theme.engraved}
            strokeWidth={stops === 0 ? 1.6 : 1}
          />
          {stops !== 0.5 && stops !== -0.5 && (
            <text x={x(stops)} y={38} textAnchor="middle" fontSize={11.5} style={{ fill: theme.ink }}>
              {stops === 0 ? '0' : stops > 0 ? `+${stops}` : `−${-stops}`}
            </text>
          )}
        </g>
      ))}
      <path
        d={`M${x(learnt.more - learnt.spread)} 15H${x(learnt.more + learnt.spread)}`}
        stroke={theme.flash}
        strokeWidth={3}
      />
      <circle cx={x(learnt.more)} cy={15} r={5} fill={theme.flash} stroke={theme.ink} />
      {in_force && (
        <path d={`M${x(in_force.more)} 6l5 9l-5 9l-5 -9z`} fill="none" stroke={theme.ink} strokeWidth={1.8} />
      )}
    </svg>
  )
}

const KINDS: Record<Correction['of']['part'], string> = {
  body: 'body',
  lens: 'lens',
  flash: 'flash',
  modifier: 'modifier',
  gel: 'gel',
  own_meter: 'its own meter',
  recharge: 'ready again',
  pops: 'pops of a battery',
  meter: 'meter',
  hand: 'how long it holds still',
  forecast: 'forecast',
}

type Props = {
  corrections: readonly Correction[]
  busy: boolean
  onApply: (correction: Correction) => void
  onTakeBack: (correction: Correction) => void
}

/** Each correction the takes teach, the surest first, with what can be done about it. */
export function Corrections({ corrections, busy, onApply, onTakeBack }: Props) {
  return (
    <List aria-label="Corrections">
      {corrections.map((correction) => (
        <li key={JSON.stringify(correction.of)} data-correction={correction.offer}>
          <span>
            <b>{correction.name}</b>
            <small>{KINDS[correction.of.part]}</small>
          </span>
          <Rule correction={correction} />
          <span>{correction.text}</span>
          <span className="act">
            {correction.offer === 'apply' && (
              <Push
                isDisabled={busy}
                onPress={() => onApply(correction)}
                aria-label={`Apply to ${correction.name}`}
              >
                Apply
              </Push>
            )}
            {correction.in_force && (
              <Push
                isDisabled={busy}
                onPress={() => onTakeBack(correction)}
                aria-label={`Take back from ${correction.name}`}
              >
                Take back
              </Push>
            )}
          </span>
        </li>
      ))}
    </List>
  )
}
