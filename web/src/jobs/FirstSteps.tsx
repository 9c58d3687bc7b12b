import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import { useSample } from '../guide/sample'
import { useTour } from '../guide/tour'
import { NameToMake } from '../ui/NameToMake'
import { MainPush, Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { useNewSetup } from './useNewSetup'

const Steps = styled.section`
  border-left: 7px solid ${({ theme }) => theme.ink};
  padding: 2px 0 8px 16px;
  margin-bottom: 18px;
  h2 {
    font-size: 21px;
    font-stretch: 88%;
    font-weight: 650;
  }
  ol {
    list-style: none;
    padding: 6px 0;
  }
  li {
    display: grid;
    grid-template-columns: 30px minmax(0, 1fr);
    gap: 2px 6px;
    padding: 7px 0;
    font-size: 17px;
  }
  li > span:first-child {
    font-weight: 700;
    font-stretch: 76%;
    font-size: 22px;
    line-height: 1.1;
  }
  li[data-step='later'] {
    color: ${({ theme }) => theme.quiet};
  }
  .does {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    padding-top: 6px;
  }
`

type Props = {
  hasKit: boolean
  /** The job that waits for its first setup; none, and one is to be made. */
  job: string | null
  onMake: () => void
}

/** The way from an empty studio to a plan, one step at a time; what is done is ticked, what is next can be pressed. */
export default function FirstSteps({ hasKit, job, onMake }: Props) {
  const queries = useQueryClient()
  const navigate = useNavigate()
  const { bring, trouble } = useSample()
  const { begin } = useTour()
  const sample = useMutation({
    mutationFn: () => need(client.POST('/api/kit/sample')),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['kit'] }),
  })
  const setup = useNewSetup(job ?? '')
  const look = () =>
    bring.mutate(undefined, { onSuccess: ({ setup }) => void (setup && navigate(`/setups/${setup}`)) })
  const next = !hasKit ? 0 : job === null ? 1 : 2
  const steps = [
    {
      name: 'Kit: the numbers plans are made of.',
      does: (
        <>
          <MainPush onPress={() => sample.mutate()} isDisabled={sample.isPending}>
            Start with the sample kit
          </MainPush>
          <Push onPress={() => void navigate('/kit')}>Enter your own</Push>
        </>
      ),
    },
    {
      name: 'A job: who it is for, and on which day.',
      does: <MainPush onPress={onMake}>Make a job</MainPush>,
    },
    {
      name: 'A setup: one picture to be made.',
      does: (
        <NameToMake
          label="First setup: type its name"
          error={setup.error}
          onMake={(name) => setup.mutate(name)}
        />
      ),
    },
    { name: 'On its bench: what the meter says at the face and behind, then Solve. The picture is there.' },
  ]
  return (
    <Steps aria-label="First steps" data-first-steps={next + 1}>
      <h2>From nothing to a plan</h2>
      <ol>
        {steps.map(({ name, does }, index) => (
          <li key={name} data-step={index < next ? 'done' : index === next ? 'next' : 'later'}>
            <span aria-hidden>{index < next ? '✓' : index + 1}</span>
            <div>
              {name}
              {index < next && ' Done.'}
              {index === next && <div className="does">{does}</div>}
            </div>
          </li>
        ))}
      </ol>
      {sample.error && <Trouble>{words(sample.error)}</Trouble>}
      {trouble && <Trouble>{trouble}</Trouble>}
      <p className="does">
        <Push onPress={look} isDisabled={bring.isPending}>
          Look at a sample job first
        </Push>
        <Push onPress={begin}>Tour of the program</Push>
      </p>
    </Steps>
  )
}
