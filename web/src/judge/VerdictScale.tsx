import { useTheme } from 'styled-components'
import type { Judged } from '../api/types'
import { stopsLabel } from '../words/stops'

const LOW = -4
const HIGH = 4
const WIDE = 420
const LEFT = 92
const RIGHT = 14
const ROW = 46
const TOP = 22

const x = (stops: number) =>
  LEFT + ((Math.max(LOW, Math.min(HIGH, stops)) - LOW) / (HIGH - LOW)) * (WIDE - LEFT - RIGHT)

/**
 * Where each marked patch lies, in stops along one line: what is wanted as a band, what was planned as an open mark, what the frame
 * shows as a full one with how far that may be off; under it what of it is ambient and what flash.
 */
export function VerdictScale({ patches }: { patches: readonly Judged[] }) {
  const theme = useTheme()
  const high = TOP + ROW * patches.length + 8
  return (
    <svg viewBox={`0 0 ${WIDE} ${high}`} width="100%" role="img" aria-label="Planned and measured, in stops">
      {Array.from({ length: HIGH - LOW + 1 }, (_, at) => LOW + at).map((stops) => (
        <g key={stops}>
          <path
            d={`M${x(stops)} ${TOP - 4}V${high - 4}`}
            stroke={stops === 0 ? theme.engraved : theme.line}
            strokeWidth={stops === 0 ? 1.6 : 1}
          />
          <text x={x(stops)} y={13} textAnchor="middle" fontSize={12} fill={theme.ink}>
            {stopsLabel(stops)}
          </text>
        </g>
      ))}
      {patches.map((judged, index) => {
        const y = TOP + ROW * index + 14
        const off = judged.misses
        const { split, target } = judged
        const part = (level: number, lift: number, fill: string) => (
          <rect x={x(LOW)} y={y + lift} width={Math.max(0, x(level) - x(LOW))} height={5} fill={fill} />
        )
        return (
          <g key={judged.patch} data-judged={judged.patch} data-level={judged.level.toFixed(2)}>
            <text x={LEFT - 8} y={y + 4} textAnchor="end" fontSize={13} fill={theme.ink}>
              {judged.name}
            </text>
            {target && (
              <rect
                x={x(target.low) - 3}
                y={y - 9}
                width={x(target.high) - x(target.low) + 6}
                height={18}
                fill={theme.line}
              />
            )}
            {judged.cannot ? (
              <text x={x(0) + 8} y={y + 5} fontSize={13} fill={theme.warn}>
                cannot be judged
              </text>
            ) : (
              <>
                {part(split.ambient, 11, 'url(#judged-ambient)')}
                {split.flash != null && part(split.flash, 17, theme.flash)}
                <path
                  d={`M${x(judged.level - judged.error)} ${y}H${x(judged.level + judged.error)}`}
                  stroke={off ? theme.warn : theme.ink}
                  strokeWidth={1.6}
                />
                <circle cx={x(judged.level)} cy={y} r={5.5} fill={off ? theme.warn : theme.ink} />
              </>
            )}
            <path
              d={`M${x(judged.planned)} ${y - 8}l5 8l-5 8l-5 -8z`}
              fill="none"
              stroke={theme.ink}
              strokeWidth={1.6}
            />
          </g>
        )
      })}
      <defs>
        <pattern
          id="judged-ambient"
          width={5}
          height={5}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width={5} height={5} fill={theme.ambientWash} />
          <rect width={2.2} height={5} fill={theme.ambient} />
        </pattern>
      </defs>
    </svg>
  )
}
