// Signs in, audits each view with the page audit's own settings for a computer, and prints a line for each.
import lighthouse, { desktopConfig } from 'lighthouse'
import { launch } from 'chrome-launcher'

const [url, name, password, width = '1280'] = process.argv.slice(2)
const kinds = ['performance', 'accessibility', 'best-practices']
const least = { performance: 90, accessibility: 100, 'best-practices': 90 }

async function signIn() {
  const first = await fetch(`${url}/api/v1/session`)
  const cookies = new Map(cookiesOf(first))
  const answer = await fetch(`${url}/api/v1/session`, {
    method: 'POST',
    headers: {
      'content-type': 'application/json',
      cookie: said(cookies),
      'x-xsrf-token': cookies.get('XSRF-TOKEN') ?? '',
    },
    body: JSON.stringify({ name, password }),
  })
  if (!answer.ok) throw new Error(`nobody was signed in: ${String(answer.status)} ${await answer.text()}`)
  for (const [key, value] of cookiesOf(answer)) cookies.set(key, value)
  return said(cookies)
}

const cookiesOf = (answer) =>
  answer.headers.getSetCookie().map((c) => /^([^=]+)=([^;]*)/.exec(c)?.slice(1) ?? ['', ''])
const said = (cookies) => [...cookies].map(([k, v]) => `${k}=${v}`).join('; ')

async function asked(path, cookie) {
  const answer = await fetch(url + path, { headers: { cookie } })
  return answer.json()
}

/** Every view, of what the desk has. */
async function views(cookie) {
  const runs = (await asked('/api/v1/runs?size=50', cookie)).rows
  const models = await asked('/api/v1/models', cookie)
  const suites = await asked('/api/v1/suites', cookie)
  const writeUps = await asked('/api/v1/write-ups', cookie)
  const setups = [...new Set(runs.map((r) => r.setup.setupId))]
  return {
    desk: '/',
    ledger: '/ledger',
    'side by side': `/side-by-side?${setups
      .slice(0, 3)
      .map((s) => `s=setup-${s}`)
      .join('&')}`,
    standings: '/standings',
    'by one number': '/standings?by=number',
    versions: '/versions',
    inside: `/inside?setup=${setups[0]}`,
    catalogue: '/catalogue',
    model: `/catalogue/models/${models[0].id}`,
    suite: `/catalogue/suites/${suites[0].id}`,
    'a new suite': '/catalogue/suites/new',
    import: '/catalogue/import',
    history: '/history',
    access: '/access',
    'device page': '/d',
    'write-ups': '/write-ups',
    'a write-up': `/write-ups/${writeUps[0].id}`,
    'a page to read': `/read/${writeUps.find((w) => w.state === 'PUBLISHED').slug}`,
    'all to read': '/read',
  }
}

const cookie = await signIn()
const chrome = await launch({
  chromeFlags: ['--headless=new', '--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu'],
})
let low = 0
try {
  console.log(['view'.padEnd(16), ...kinds, 'largest paint s', 'blocked ms'].join('  '))
  for (const [view, path] of Object.entries(await views(cookie))) {
    if (process.env.VIEWS && !process.env.VIEWS.split(',').includes(view)) continue
    const audit = () =>
      lighthouse(
        url + path,
        {
          port: chrome.port,
          onlyCategories: kinds,
          logLevel: 'silent',
          extraHeaders: { Cookie: cookie },
        },
        {
          ...desktopConfig,
          settings: {
            ...desktopConfig.settings,
            screenEmulation: {
              ...desktopConfig.settings.screenEmulation,
              width: Number(width),
              height: 800,
            },
          },
        },
      )
    let { lhr } = await audit()
    // A browser on a busy machine now and then records nothing.
    if (lhr.runtimeError) ({ lhr } = await audit())
    if (lhr.runtimeError) console.log(`    ${lhr.runtimeError.code}: ${lhr.runtimeError.message}`)
    const scores = kinds.map((k) => Math.round(100 * (lhr.categories[k].score ?? 0)))
    const paint = (lhr.audits['largest-contentful-paint'].numericValue / 1000).toFixed(2)
    const blocked = Math.round(lhr.audits['total-blocking-time'].numericValue)
    console.log(
      [
        view.padEnd(16),
        ...scores.map((s, i) => String(s).padStart(kinds[i].length)),
        paint.padStart(15),
        String(blocked).padStart(10),
      ].join('  '),
    )
    kinds.forEach((kind, i) => {
      if (scores[i] >= least[kind]) return
      low++
      for (const { id } of lhr.categories[kind].auditRefs) {
        const audit = lhr.audits[id]
        if (audit.score === null || audit.score >= 0.9) continue
        console.log(`    ${id}: ${audit.title} ${audit.displayValue ?? ''}`)
        for (const item of (audit.details?.items ?? []).slice(0, 4)) {
          if (item.node) console.log(`        ${item.node.snippet}`)
        }
      }
    })
  }
} finally {
  await chrome.kill()
}
if (low > 0) {
  console.error(`${low} below the bounds`)
  process.exitCode = 1
}
