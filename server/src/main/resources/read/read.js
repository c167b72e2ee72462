// What a reader's page can do beside being read: tables are sorted, values are told under the pointer, and the numbers of a
// figure are held against another base. All of the page is there without it.
;(() => {
  'use strict'

  /** Waiting for the numbers of figures, by the address of their file. */
  const waiting = new Map()

  /** Called by the files of numbers, which are scripts so that a page from a folder can read them too. */
  window.figureNumbers = (numbers) => {
    const file = document.currentScript.getAttribute('src')
    waiting.get(file)?.done(numbers)
  }

  function numbersOf(figure) {
    const file = figure.dataset.numbers
    if (file === undefined) return Promise.resolve([])
    if (!waiting.has(file)) {
      let done
      const numbers = new Promise((resolve) => (done = resolve))
      waiting.set(file, { numbers, done })
      const script = document.createElement('script')
      script.src = file
      script.onerror = () => done([])
      document.head.append(script)
    }
    return waiting.get(file).numbers
  }

  function element(name, text, parent) {
    const made = document.createElement(name)
    made.textContent = text
    parent?.append(made)
    return made
  }

  // Tables: a press on a head sorts by its column, another one turns it round.

  const value = (cell) => {
    const text = (cell?.textContent ?? '').replace(/[\s\u2009\u202f]/g, '').replace('\u2212', '-')
    return /^[-+]?\d+(\.\d+)?%?$/.test(text) ? Number.parseFloat(text) : null
  }

  function compare(a, b) {
    const [x, y] = [value(a), value(b)]
    if (x !== null && y !== null) return x - y
    if (x !== null || y !== null) return x === null ? 1 : -1
    return (a?.textContent ?? '').localeCompare(b?.textContent ?? '', 'en', { numeric: true })
  }

  function sortBy(table, head, column) {
    const down = head.getAttribute('aria-sort') === 'ascending'
    for (const other of table.querySelectorAll('thead th')) other.removeAttribute('aria-sort')
    head.setAttribute('aria-sort', down ? 'descending' : 'ascending')
    const body = table.tBodies[0]
    const rows = [...(body?.rows ?? [])].sort((a, b) => compare(a.cells[column], b.cells[column]))
    body?.append(...(down ? rows.reverse() : rows))
  }

  function sortable(table) {
    const heads = [...table.querySelectorAll('thead th')]
    if ((table.tBodies[0]?.rows.length ?? 0) < 2) return
    for (const [column, head] of heads.entries()) {
      if (head.textContent.trim() === '' || head.classList.contains('drawn')) continue
      const button = document.createElement('button')
      button.type = 'button'
      button.title = 'Sort by this'
      button.append(...head.childNodes)
      button.addEventListener('click', () => sortBy(table, head, column))
      head.append(button)
    }
  }

  // Values: what the words next to the pointer are names of, with their intervals.

  const most = 6

  function told({ of, subject, base, text, unit, low, high, outOf }) {
    const whose = base === '' ? subject : `${subject} against ${base}`
    const percent = (x) => `${x < 1 ? '\u2212' : '+'}${Math.abs((x - 1) * 100).toFixed(1)}\u2009%`
    const end = (x) => (base === '' ? String(Number(x.toPrecision(4))) : percent(x))
    const interval = typeof low === 'number' && typeof high === 'number' ? ` (${end(low)} to ${end(high)})` : ''
    return [`${of}, ${whose}`, `${text}${unit === '' ? '' : ` ${unit}`}${outOf > 0 ? ` of ${outOf}` : ''}${interval}`]
  }

  const bare = (text) => text.replace(/[\s\u2009\u202f]/g, '')

  const beside = (text, box) => {
    const own = text.getBoundingClientRect()
    return Math.abs(own.top + own.bottom - box.top - box.bottom) < box.height
  }

  /** The numbers whose test or owner has a name in the drawing in that row; the nearest name counts. */
  function under(drawing, numbers, x, y) {
    const names = [...drawing.querySelectorAll('text')]
      .map((t) => ({ words: t.textContent.trim(), box: t.getBoundingClientRect() }))
      .filter(({ words }) => words.length > 2 && value({ textContent: words }) === null)
      .filter(({ box }) => Math.abs((box.top + box.bottom) / 2 - y) < 14)
      .map((n) => ({ ...n, far: Math.abs((n.box.top + n.box.bottom) / 2 - y) * 4 + Math.abs((n.box.left + n.box.right) / 2 - x) / 8 }))
      .sort((a, b) => a.far - b.far)
    for (const { words, box } of names.slice(0, 12)) {
      const parts = words.replace(/…$/, '').toLowerCase().split(', ')
      const named = (text) => parts.every((p) => text.toLowerCase().includes(p))
      const whose = numbers.filter((n) => named(n.subject))
      if (whose.length > 0) return whose.slice(0, most)
      const tests = [...new Set(numbers.filter((n) => named(n.of)).map((n) => n.of))]
      const told = tests.map((of) => numbers.filter((n) => n.of === of))
      // Of several tests that have the words, the one whose numbers stand in that row.
      const row = new Set([...drawing.querySelectorAll('text')].filter((t) => beside(t, box)).map((t) => bare(t.textContent)))
      const drawn = told.filter((own) => own.some((n) => row.has(bare(n.text))))
      const best = drawn[0] ?? (told.length === 1 ? told[0] : undefined)
      if (best) return best.slice(0, most)
    }
    return []
  }

  function tellValues(figure) {
    const drawing = figure.querySelector('.drawing')
    if (!drawing || figure.dataset.numbers === undefined) return
    const box = element('div', '', document.body)
    box.className = 'values'
    box.hidden = true
    let numbers = []
    drawing.addEventListener('pointerenter', () => void numbersOf(figure).then((n) => (numbers = n)))
    drawing.addEventListener('pointerleave', () => (box.hidden = true))
    drawing.addEventListener('pointermove', (e) => {
      const found = under(drawing, numbers, e.clientX, e.clientY)
      box.hidden = found.length === 0
      box.replaceChildren(
        ...found.map((n) => {
          const line = document.createElement('p')
          const [name, words] = told(n)
          element('span', name, line)
          element('b', words, line)
          return line
        }),
      )
      const left = Math.min(e.clientX + 14, window.innerWidth - box.offsetWidth - 8)
      box.style.left = `${Math.max(8, left)}px`
      box.style.top = `${Math.min(e.clientY + 16, window.innerHeight - box.offsetHeight - 8)}px`
    })
  }

  // Another base: the figure's own numbers, each as a gain on one of them.

  function heldAgainst(numbers, base) {
    const own = new Map(numbers.filter((n) => n.subject === base).map((n) => [n.of, n]))
    return numbers.flatMap((n) => {
      const other = own.get(n.of)
      if (!other || other === n || !(other.value > 0) || !(n.value > 0)) return []
      const times = n.lessIsBetter ? other.value / n.value : n.value / other.value
      const gain = (times - 1) * 100
      const sign = gain < 0 ? '\u2212' : '+'
      return [[n.of, n.subject, `${n.text} ${n.unit}`.trim(), `${sign}${Math.abs(gain).toFixed(1)}\u2009%`]]
    })
  }

  function offerBase(figure, details) {
    void numbersOf(figure).then((all) => {
      const plain = all.filter((n) => n.base === '' && n.outOf === 0)
      const subjects = [...new Set(plain.map((n) => n.subject))].filter((s) => heldAgainst(plain, s).length > 0)
      if (subjects.length < 2) return
      const label = element('label', 'Hold the others against ', null)
      const select = document.createElement('select')
      element('option', 'nobody', select).value = ''
      for (const s of subjects) element('option', s, select).value = s
      label.append(select)
      const place = document.createElement('div')
      place.className = 'wide'
      details.append(label, place)
      select.addEventListener('change', () => {
        place.replaceChildren()
        if (select.value === '') return
        const table = document.createElement('table')
        const heads = ['of', 'whose', 'number', `gain on ${select.value}, of what is better; without an interval`]
        const top = element('tr', '', element('thead', '', table))
        for (const h of heads) element('th', h, top).scope = 'col'
        const body = element('tbody', '', table)
        for (const row of heldAgainst(plain, select.value)) {
          const line = element('tr', '', body)
          for (const cell of row) element('td', cell, line)
        }
        place.append(table)
        sortable(table)
      })
    })
  }

  for (const table of document.querySelectorAll('main table')) sortable(table)
  for (const figure of document.querySelectorAll('figure[data-numbers]')) {
    tellValues(figure)
    const details = figure.querySelector('details')
    details?.addEventListener('toggle', () => offerBase(figure, details), { once: true })
  }
})()
