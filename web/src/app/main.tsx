import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import { Problem } from '../api/client'
import { Boundary } from '../ui/Boundary'
import { Notices } from '../ui/Notices'
import './app.css'
import { App } from './App'
import { applyTheme } from './theme'

applyTheme()

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      // What may pass is tried again for about half a minute; what is shown stays meanwhile.
      retry: (count, error) =>
        error instanceof Problem && count < (error.isAway ? 5 : error.status >= 500 ? 2 : 0),
      retryDelay: (count) => Math.min(8000, 500 * 2 ** count),
    },
  },
})

const root = document.getElementById('root')
if (!root) throw new Error('index.html has no #root')
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <BrowserRouter>
        <Notices>
          <Boundary what="this page">
            <App />
          </Boundary>
        </Notices>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
)
