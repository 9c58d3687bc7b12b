import styled, { useTheme } from 'styled-components'
import { range } from 'd3-array'
import type { DayAnswer, Moment, Spot } from '../api/types'
import { type Dot, through, towards } from '../drawing/path'

const Rose = styled.svg`
  display: block;
  width: 100%;
  max-width: 300px;
  margin: 0 auto;
  text {
    fill: ${({ theme }) => theme.ink};
    font-size: 12px;
    font-stretch: 84%;
  }
`
const R = 104

/** Where a direction is drawn: the rim is the level horizon, the middle straight overhead. */
const at = (bearing: number, altitude: number, r = R): Dot => {
  const out = r * (1 - Math.max(-12, altitude) / 90)
  return towards(bearing, out)
}

/** Seen from above: the sun's way over the place, the skyline, and where subject and camera face at this minute. */
export function Compass({
  answer,
  moment,
  spot,
  said,
}: {
  answer: DayAnswer
  moment: Moment
  spot?: Spot
  said: string
}) {
  const theme = useTheme()
  const up = answer.sun.filter((sun) => sun.elevation > -1)
  // One turn of the day, not the hours after midnight again.
  const way = up.filter((sun) => sun.minute < 1440)
  const skyline = answer.sun.length > 0 ? way.map((sun) => at(sun.azimuth, Math.max(0, sun.skyline))) : []
  const sun = at(moment.azimuth, moment.elevation)
  const down = moment.elevation < 0
  const shadow = moment.shadow
  const looks = spot && towards(spot.camera_looks, 52)
  const wedge = spot && [towards(spot.camera_looks - 20, 78), towards(spot.camera_looks + 20, 78)]
  const faces = spot && towards(spot.subject_faces, 30)
  const cast = shadow && towards(shadow.bearing, Math.min(60, 12 * shadow.lengths))
  return (
    <Rose viewBox="-136 -126 272 252" role="img" aria-label={said} data-azimuth={Math.round(moment.azimuth)}>
      <circle r={R} fill="none" stroke={theme.engraved} strokeWidth="1.5" />
      <circle r={(R * 2) / 3} fill="none" stroke={theme.line} strokeWidth="0.6" />
      <circle r={R / 3} fill="none" stroke={theme.line} strokeWidth="0.6" />
      {range(0, 360, 15).map((bearing) => {
        const [x1, y1] = towards(bearing, R)
        const [x2, y2] = towards(bearing, R + (bearing % 90 === 0 ? 8 : 4))
        return <line key={bearing} x1={x1} y1={y1} x2={x2} y2={y2} stroke={theme.engraved} />
      })}
      {(['N', 'E', 'S', 'W'] as const).map((point, index) => {
        const [x, y] = towards(index * 90, R + 17)
        return (
          <text key={point} x={x} y={y + 4} textAnchor="middle" style={{ fontWeight: 700 }}>
            {point}
          </text>
        )
      })}
      {skyline.length > 1 && (
        <path d={through(skyline)} fill="none" stroke={theme.engraved} strokeWidth="5" strokeOpacity="0.55" />
      )}
      <path
        d={through(way.map((one) => at(one.azimuth, one.elevation)))}
        fill="none"
        stroke={theme.ambient}
        strokeWidth="1.5"
        strokeDasharray="3 3"
      />
      {wedge && looks && (
        <g>
          <path
            d={`M0 0 L${wedge[0]?.join(' ')} L${wedge[1]?.join(' ')} Z`}
            fill={theme.plate}
            stroke={theme.ink}
            strokeWidth="1"
          />
          <line
            x1="0"
            y1="0"
            x2={looks[0]}
            y2={looks[1]}
            stroke={theme.ink}
            strokeWidth="1"
            strokeDasharray="4 3"
          />
          <text x={looks[0] * 1.18} y={looks[1] * 1.18 + 4} textAnchor="middle">
            camera
          </text>
        </g>
      )}
      {cast && (
        <line
          x1="0"
          y1="0"
          x2={cast[0]}
          y2={cast[1]}
          stroke={theme.ink}
          strokeWidth="5"
          strokeOpacity="0.35"
        />
      )}
      {faces && (
        <g>
          <circle r="7" fill={theme.ink} />
          <path d={`M0 0 L${faces[0]} ${faces[1]}`} stroke={theme.ink} strokeWidth="3" />
          <text x={faces[0] * 1.65} y={faces[1] * 1.65 + 4} textAnchor="middle">
            face
          </text>
        </g>
      )}
      <line
        x1={sun[0]}
        y1={sun[1]}
        x2="0"
        y2="0"
        stroke={theme.ambient}
        strokeWidth="1"
        strokeDasharray={moment.up > 0 ? undefined : '2 4'}
      />
      <circle
        cx={sun[0]}
        cy={sun[1]}
        r="9"
        fill={moment.up > 0 ? theme.ambient : theme.ground}
        stroke={theme.ambient}
        strokeWidth="2"
        strokeDasharray={down ? '3 2' : undefined}
      />
    </Rose>
  )
}
