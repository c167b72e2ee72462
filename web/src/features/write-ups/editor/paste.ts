/** What a text cannot hold, or holds otherwise, of what other programs put into a clipboard. */
export function readyToPaste(html: string): string {
  const { body } = new DOMParser().parseFromString(html, 'text/html')
  // Cells hold words, not paragraphs.
  for (const block of body.querySelectorAll(':is(td, th) :is(p, div)'))
    block.replaceWith(...block.childNodes, ' ')
  // Paragraphs within items are how other programs lay lists out.
  for (const list of body.querySelectorAll('ul, ol')) list.setAttribute('data-tight', 'true')
  for (const line of body.querySelectorAll('p')) {
    if (line.textContent.trim() === '' && !line.querySelector('img')) line.remove()
  }
  return body.innerHTML
}
