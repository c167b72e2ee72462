import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import { Problem } from '../api/client'
import { Notices } from '../ui/Notices'
import './app.css'
import { App } from './App'
import { applyTheme } from './theme'

applyTheme()

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      retry: (count, error) => count < 2 && error instanceof Problem && error.status >= 500,
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
          <App />
        </Notices>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
)
