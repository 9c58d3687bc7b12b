import { memo, useMemo } from 'react'
import styled from 'styled-components'
import type { ColourPatch, Colours, LightColour } from '../api/types'
import { figure } from '../words/figure'
import { unseen } from '../ui/unseen'

/** Mid-grey all round, so that colours are judged against neutral, in either look; as light as white words on it allow. */
export const GREY = '#757575'
const Ground = styled.div`
  background: ${GREY};
  color: #ffffff;
  padding: 16px;
  overflow-x: auto;
  forced-color-adjust: none;
  print-color-adjust: exact;
  /* What changes in here moves nothing outside, and its columns stay as wide as they are. */
  contain: content;
  table {
    table-layout: fixed;
    border-collapse: separate;
    border-spacing: 6px;
    width: 100%;
  }
  caption {
    ${unseen}
  }
  th {
    font-size: 13px;
    font-weight: 600;
    text-align: left;
    line-height: 1.2;
    color: #ffffff;
    vertical-align: bottom;
  }
  th[scope='row'] {
    vertical-align: middle;
  }
  th small {
    display: block;
    font-weight: 400;
    font-size: 12px;
  }
  td {
    padding: 0;
    vertical-align: middle;
  }
`
const Swatch = styled.div`
  height: 44px;
  box-shadow: 0 0 0 1px rgb(0 0 0 / 30%);
  &.large {
    height: 54px;
  }
`
const Unseen = styled.span`
  ${unseen}
`
const Off = styled.span`
  display: block;
  font-size: 12.5px;
  line-height: 1.3;
  white-space: nowrap;
  color: #ffffff;
  b {
    font-weight: 720;
  }
  small {
    display: block;
    font-size: 12px;
  }
`

/** How wide the columns are at the least: names, the patch as it is, the others. */
const [NAMES, LARGE, SMALL] = [84, 98, 80]

type Props = { now: Colours['now'] }

const same = (a: LightColour['id'], b: LightColour['id']) => JSON.stringify(a) === JSON.stringify(b)

/** Skin, background and a white in true colour: together as they are, under each light alone, and as they are wanted. */
export function Patches({ now }: Props) {
  const { lights: all, patches } = now
  const lights = useMemo(
    () =>
      all.filter((light) =>
        patches.some((patch) => patch.under.some((one) => one.under && same(one.under, light.id))),
      ),
    [all, patches],
  )
  return (
    <Ground role="group" aria-label="Patches in true colour" tabIndex={0}>
      <table style={{ minWidth: NAMES + LARGE + (lights.length + 1) * SMALL }}>
        <caption>Colours at {figure(now.kelvin)} K</caption>
        <colgroup>
          <col style={{ width: NAMES }} />
          <col style={{ width: LARGE }} />
        </colgroup>
        <thead>
          <tr>
            <th scope="col">
              <Unseen>Patch</Unseen>
            </th>
            <th scope="col">all together</th>
            <th scope="col">wanted</th>
            {lights.map((light) => (
              <th scope="col" key={JSON.stringify(light.id)}>
                {light.name}
                <small>alone</small>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {now.patches.map((patch) => (
            <Row key={`${patch.kind} ${patch.name}`} patch={patch} lights={lights} />
          ))}
        </tbody>
      </table>
    </Ground>
  )
}

const Row = memo(function Row({ patch, lights }: { patch: ColourPatch; lights: LightColour[] }) {
  const { together } = patch
  return (
    <tr data-patch-colour={patch.kind}>
      <th scope="row">
        {patch.name}
        <small>{patch.surface}</small>
      </th>
      <td>
        <Swatch className="large" style={{ background: together.seen.srgb }} data-srgb={together.seen.srgb} />
        <Off>
          <b>{together.figure}</b> {together.word}
          {together.warmth && <small>{together.warmth}</small>}
        </Off>
      </td>
      <td>
        <Swatch style={{ background: patch.wanted.srgb }} />
        <Off>as wished</Off>
      </td>
      {lights.map((light) => {
        const one = patch.under.find(({ under }) => under && same(under, light.id))
        return (
          <td key={JSON.stringify(light.id)}>
            {one ? (
              <>
                <Swatch style={{ background: one.seen.srgb }} />
                <Off>
                  <b>{one.figure}</b> {one.word}
                  {one.warmth && <small>{one.warmth}</small>}
                </Off>
              </>
            ) : (
              <Off>not here</Off>
            )}
          </td>
        )
      })}
    </tr>
  )
})
