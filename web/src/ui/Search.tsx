import { Input, SearchField } from 'react-aria-components'
import styled from 'styled-components'

const Field = styled(SearchField)`
  input {
    width: 26ch;
    max-width: 100%;
    min-height: 32px;
    padding: 3px 8px;
    border: 1px solid ${({ theme }) => theme.engraved};
    border-radius: 2px;
    background: transparent;
  }
`

type Props = { label: string; placeholder: string; value: string; onChange: (words: string) => void }

/** Words that a list is searched by. */
export function Search({ label, placeholder, value, onChange }: Props) {
  return (
    <Field aria-label={label} value={value} onChange={onChange}>
      <Input placeholder={placeholder} />
    </Field>
  )
}
