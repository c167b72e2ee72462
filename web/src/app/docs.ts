import './app.css'

/** The parts of an OpenAPI document that the page shows. */
interface Document {
  readonly info: { readonly title: string; readonly description?: string }
  readonly paths: Readonly<Record<string, Readonly<Record<string, { readonly summary?: string }>>>>
}

function element(tag: string, text: string, className = ''): HTMLElement {
  const made = document.createElement(tag)
  made.textContent = text
  made.className = className
  return made
}

async function show() {
  const root = document.getElementById('root')
  if (!root) throw new Error('docs.html has no #root')
  root.className = 'max-w-220 mx-auto p-8'
  const answer = await fetch('/api/v1/openapi.json')
  const api = (await answer.json()) as Document
  root.append(
    element('h1', `${api.info.title}: the HTTP API`),
    element('p', api.info.description ?? '', 'mb-6'),
  )
  for (const [path, methods] of Object.entries(api.paths).sort(([a], [b]) => a.localeCompare(b))) {
    for (const [method, operation] of Object.entries(methods)) {
      const row = element(
        'div',
        '',
        'grid grid-cols-[64px_330px_1fr] gap-3 border-b border-line py-1.5 text-base',
      )
      row.append(
        element('b', method.toUpperCase()),
        element('code', path, 'break-all'),
        element('span', operation.summary ?? '', 'text-ink2'),
      )
      root.append(row)
    }
  }
  const link = element('a', 'The whole document, with every type (OpenAPI)', 'underline block mt-6')
  link.setAttribute('href', '/api/v1/openapi.json')
  root.append(link)
}

void show()
