import '../app/app.css'
import { Session } from './session'
import { View } from './view'

const root = document.getElementById('root')
if (!root) throw new Error('device.html has no #root')
const query = new URLSearchParams(location.search)
new Session(new View(root), query.get('size') === 'tiny' ? 'tiny' : 'normal').start(
  location.pathname.split('/')[2] ?? '',
)
