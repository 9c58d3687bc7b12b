import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components'
import { Link, useLocation } from 'react-router'
import styled from 'styled-components'
import { helpOf } from '../guide/help'
import { Push } from '../ui/Push'
import type { Key } from './KeysProvider'

const Overlay = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  display: grid;
  place-items: center;
  background: rgb(0 0 0 / 0.45);
  z-index: 30;
`
const Sheet = styled(Modal)`
  background: ${({ theme }) => theme.plate};
  color: ${({ theme }) => theme.ink};
  border: 2px solid ${({ theme }) => theme.ink};
  padding: 20px 24px;
  width: min(520px, 94vw);
  max-height: 86vh;
  overflow: auto;
`
const Keys = styled.dl`
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 6px 16px;
  padding: 12px 0;
  > div {
    display: contents;
  }
  dt {
    font-weight: 700;
    border: 1px solid ${({ theme }) => theme.engraved};
    padding: 0 8px;
    min-width: 34px;
    text-align: center;
  }
`

/** The keys that work on the screen that is open. */
export default function KeyList({
  keys,
  enabled,
  onClose,
}: {
  keys: Key[]
  enabled: boolean
  onClose: () => void
}) {
  const help = helpOf(useLocation().pathname)
  return (
    <Overlay isOpen onOpenChange={(open) => !open && onClose()} isDismissable>
      <Sheet>
        <Dialog>
          <Heading slot="title">{help ? help.name : 'Keys on this screen'}</Heading>
          {help && (
            <>
              <p>{help.says}</p>
              <p>
                <Link to={`/guide/${help.idea}`} onClick={onClose}>
                  The idea behind it
                </Link>
              </p>
              <h3>Keys on this screen</h3>
            </>
          )}
          <Keys>
            {keys.map((key) => (
              <div key={key.key}>
                <dt>{key.key}</dt>
                <dd>{key.name}</dd>
              </div>
            ))}
            <div>
              <dt>← →</dt>
              <dd>Turn the dial or move the part that has the focus; with Page keys by a stop</dd>
            </div>
            <div>
              <dt>?</dt>
              <dd>Help of this screen</dd>
            </div>
          </Keys>
          <p>
            {enabled
              ? 'Single keys can be switched off in the settings.'
              : 'Single keys are switched off in the settings.'}
          </p>
          <p>
            <Push slot="close">Close</Push>
          </p>
        </Dialog>
      </Sheet>
    </Overlay>
  )
}
