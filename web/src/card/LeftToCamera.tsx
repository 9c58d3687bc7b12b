import type { ReactNode } from 'react'
import type { CameraModes } from '../api/types'

/** What may be left to the camera, and the compensation its meter then needs: a row to cheat by. */
export function LeftToCamera({ modes, children }: { modes: CameraModes; children?: ReactNode }) {
  return (
    <div>
      <h3>Left to the camera</h3>
      <p>{modes.advice}</p>
      <ul className="plain">
        {modes.modes.map((mode) => (
          <li key={mode.automatic}>
            <b>{mode.may ? 'May be' : 'No'}</b>: {mode.text}
          </li>
        ))}
      </ul>
      {modes.compensations.length > 0 && (
        <table className="ladder cheat">
          <caption>Compensation, by the simulated frame in ambient light</caption>
          <tbody>
            {modes.compensations.map((one) => (
              <tr key={one.metering}>
                <th scope="row">{one.label}</th>
                <td>
                  {one.name}
                  {one.beyond && <span className="quiet"> more than most cameras have</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {modes.compensations.length > 0 && <p className="quiet">{modes.own_meter}</p>}
      {modes.compensations.length > 0 && children}
    </div>
  )
}
