import { configure } from '@testing-library/react'

// A condition is waited for until it holds; a busy machine is no failure.
configure({ asyncUtilTimeout: 100_000 })
