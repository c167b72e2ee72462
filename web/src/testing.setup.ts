import { configure } from '@testing-library/react'

// What is looked for may come late on a busy machine; a test fails for what never comes.
configure({ asyncUtilTimeout: 15_000 })
