import { memo, type ReactNode, useRef, useState } from 'react'
import { mergeProps, useButton, useFocusRing } from 'react-aria'
import { Grip } from '../drawing/grip'
import { Button, Dialog, DialogTrigger, Heading, Popover } from 'react-aria-components'
import styled from 'styled-components'
import type { Account, Origin } from '../api/types'

const ORIGINS: Record<Origin, string> = {
  metered: 'metered',
  learnt: 'learnt',
  forecast: 'forecast',
  worked_out: 'worked out',
  maker: 'maker’s',
  usual: 'usual',
  chosen: 'chosen',
}

const Slip = styled(Popover)`
  width: min(350px, calc(100vw - 24px));
  max-height: 60vh;
  overflow: auto;
  background: ${({ theme }) => theme.plate};
  color: ${({ theme }) => theme.ink};
  border: 2px solid ${({ theme }) => theme.ink};
  padding: 10px 14px 12px;
  font-size: 14px;
  line-height: 1.3;
  > section {
    outline: none;
  }
  h2::first-letter {
    text-transform: uppercase;
  }
  h2 {
    font-size: 17px;
    font-weight: 680;
  }
  h2 span {
    font-weight: 450;
    font-size: 14px;
  }
  li {
    display: grid;
    grid-template-columns: 78px 1fr;
    gap: 8px;
    padding-top: 6px;
  }
  li > b {
    font-weight: 600;
    color: ${({ theme }) => theme.quiet};
  }
`
const Number = styled(Button)`
  border: 0;
  padding: 0;
  background: none;
  color: inherit;
  font: inherit;
  font-stretch: inherit;
  line-height: inherit;
  cursor: help;
  text-decoration: underline dotted ${({ theme }) => theme.engraved} 1.5px;
  text-underline-offset: 0.16em;
  text-decoration-skip-ink: none;
  &[data-hovered] {
    text-decoration-style: solid;
  }
  /* Room for a thumb without moving the lines apart. */
  @media (max-width: 760px) {
    display: inline-block;
    padding: 14px 10px;
    margin: -14px -10px;
  }
`

const Pressed = styled(Grip)`
  cursor: help;
`

/** What a number is made of, each with where it is from and how far it may be off. */
function Grounds({ of, account }: { of: string; account: Account }) {
  return (
    <Dialog>
      <Heading slot="title" level={2}>
        {of} {account.number} <span>{account.error}</span>
      </Heading>
      <ul>
        {account.grounds.map((ground) => (
          <li key={ground.text}>
            <b>{ORIGINS[ground.origin]}</b>
            <span>{ground.text}</span>
          </li>
        ))}
      </ul>
    </Dialog>
  )
}

type Props = {
  /** What the number is of. */
  of: string
  account: Account
  /** The number as it stands in its line; the account's own otherwise. */
  children?: ReactNode
}

/** A number that says where it comes from when it is pressed. */
export const Told = memo(function Told({ of, account, children = account.number }: Props) {
  return (
    <DialogTrigger>
      <Number aria-label={`${account.number}: where ${of} comes from`} data-told>
        {children}
      </Number>
      <Slip>
        <Grounds of={of} account={account} />
      </Slip>
    </DialogTrigger>
  )
})

/** A line of facts whose number says where it comes from. */
export function TextTold({ text, of, account }: { text: string; of: string; account?: Account | null }) {
  const [before, after] = account ? parted(text, account.number) : [text, null]
  return (
    <li>
      {before}
      {account && after !== null && (
        <>
          <Told of={of} account={account} />
          {after}
        </>
      )}
    </li>
  )
}

/** A text before and after a number in it; whole where the number is not there. */
function parted(text: string, number: string): [string, string | null] {
  const at = text.indexOf(number)
  return at < 0 ? [text, null] : [text.slice(0, at), text.slice(at + number.length)]
}

/** The same in a drawing: its children are drawn, and pressed. */
export function ToldInDrawing({ of, account, children }: Props) {
  const [isOpen, setOpen] = useState(false)
  const ref = useRef<SVGGElement>(null)
  const { buttonProps } = useButton(
    {
      elementType: 'g',
      'aria-label': `${account.number}: where ${of} comes from`,
      onPress: () => setOpen(true),
    },
    ref,
  )
  const { focusProps, isFocusVisible } = useFocusRing()
  return (
    <>
      <Pressed
        {...mergeProps(buttonProps, focusProps)}
        ref={ref}
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        data-focused={isFocusVisible || undefined}
        data-told
      >
        {children}
      </Pressed>
      <Slip triggerRef={ref} isOpen={isOpen} onOpenChange={setOpen}>
        <Grounds of={of} account={account} />
      </Slip>
    </>
  )
}
