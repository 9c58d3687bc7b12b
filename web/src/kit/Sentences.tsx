import { Fragment } from 'react'
import styled from 'styled-components'
import { read } from './pointer'
import { SpecPart, type PartProps } from './SpecPart'
import { type Fields, type Sentence } from './specs'

const Told = styled.div`
  font-size: 16px;
  line-height: 1.7;
  p {
    padding-bottom: 4px;
  }
  .rows {
    display: grid;
    grid-template-columns: 132px minmax(0, 1fr);
    gap: 4px 12px;
    align-items: baseline;
    font-size: 14px;
    line-height: 1.5;
    padding: 4px 0 8px;
  }
  .of {
    color: ${({ theme }) => theme.quiet};
  }
  @media (max-width: 760px) {
    .rows {
      grid-template-columns: 1fr;
    }
  }
`

/** A sentence is said of a thing that has all it tells. */
const said = (sentence: Sentence, draft: Fields) =>
  sentence.every((part) => {
    if (typeof part === 'string') return true
    if ('unless' in part) return read(draft, part.unless) === null
    const value = read(draft, part.field)
    // A beam that is not narrowed has no width of its own; anything else may be unknown.
    return value !== undefined && !(part.field === '/beam' && part.as === 'number' && value === null)
  })

/** A thing told in sentences, its values live. */
export function Sentences({
  sentences,
  ...part
}: { sentences: readonly Sentence[] } & Omit<PartProps, 'spec'>) {
  return (
    <Told>
      {sentences
        .filter((sentence) => said(sentence, part.draft))
        .map((sentence, index) => {
          const parts = sentence.map((one, at) => (
            <Fragment key={at}>
              {typeof one === 'string' ? one : 'unless' in one ? null : <SpecPart {...part} spec={one} />}
            </Fragment>
          ))
          const table = sentence.some((one) => typeof one === 'object' && 'as' in one && one.as === 'rows')
          return table ? <div key={index}>{parts}</div> : <p key={index}>{parts}</p>
        })}
    </Told>
  )
}
