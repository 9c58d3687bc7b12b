import { useQuery } from '@tanstack/react-query'
import styled, { useTheme } from 'styled-components'
import { kitQuery } from '../api/queries'
import type { Light } from '../api/types'
import { Button } from 'react-aria-components'
import { lossLabel } from '../words/stops'
import { lightMark } from '../words/lightMark'
import { wide } from './rule'

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  font-size: 14px;
`
const Film = styled(Button)`
  min-height: 36px;
  padding: 2px 8px 3px;
  border: 1px solid ${({ theme }) => theme.line};
  background: transparent;
  color: ${({ theme }) => theme.ink};
  font-size: 12.5px;
  text-align: left;
  cursor: pointer;
  svg {
    display: block;
  }
  &[data-hovered] {
    border-color: ${({ theme }) => theme.ink};
  }
  &[data-worn] {
    border: 2px solid ${({ theme }) => theme.flash};
    font-weight: 700;
  }
`
const MOST = 3

type Props = { lights: Light[]; onWear: (light: string, gels: string[]) => void }

/** The kit's films as arrows of the length they have on the rule: pressed, one is put on a light or taken off it. */
export function Films({ lights, onWear }: Props) {
  const theme = useTheme()
  const kit = useQuery(kitQuery).data ?? []
  const films = kit.flatMap(({ item }) => (item.kind === 'gel' ? [item] : []))
  return (
    <section aria-label="Films">
      <h2>Films on the flashes</h2>
      {lights.map((light, index) =>
        light.on ? (
          <Row key={light.id} role="group" aria-label={`Films on light ${lightMark(index)}`}>
            <b>Light {lightMark(index)}</b>
            {films.map((film) => {
              const worn = light.gels.at.includes(film.id)
              const long = Math.abs(film.shift * wide.perMired)
              const aside = film.shift === 0
              const head = film.shift > 0 ? long : 0
              const back = film.shift > 0 ? -6 : 6
              const gels = worn
                ? light.gels.at.filter((gel) => gel !== film.id)
                : [...light.gels.at, film.id].slice(-MOST)
              return (
                <Film
                  key={film.id}
                  data-worn={worn || undefined}
                  aria-label={`Light ${lightMark(index)}: ${film.name} ${lossLabel(film.loss)}, ${worn ? 'on, take it off' : 'put it on'}`}
                  onPress={() => onWear(light.id, gels)}
                >
                  <svg width={Math.max(long, 14)} height={10} aria-hidden>
                    <path
                      d={
                        aside
                          ? 'M4 5h6'
                          : `M${film.shift > 0 ? 0 : long} 5H${head}m${back} -4l${-back} 4l${back} 4`
                      }
                      fill="none"
                      stroke={theme.flash}
                      strokeWidth={2}
                    />
                  </svg>
                  {film.name} {lossLabel(film.loss)}
                </Film>
              )
            })}
          </Row>
        ) : null,
      )}
      {!lights.some((light) => light.on) && <p>No flash is on.</p>}
    </section>
  )
}
