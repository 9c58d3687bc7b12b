import { Link } from 'react-router'
import styled from 'styled-components'
import { useTitle } from './ui/useTitle'

const Nowhere = styled.div`
  max-width: 620px;
  margin: 0 auto;
  padding: 40px 20px;
`

/** An address that is no page. */
export default function LostPage() {
  useTitle('No such page')
  return (
    <Nowhere>
      <h1>Not here</h1>
      <p>
        There is no such page. <Link to="/">Go to the jobs.</Link>
      </p>
    </Nowhere>
  )
}
