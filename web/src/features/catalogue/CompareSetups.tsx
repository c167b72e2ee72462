import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import { Checkbox } from '../../ui/Checkbox'
import { UnseenHead } from '../../ui/UnseenHead'

/** The facts of two or more setups side by side: what differs is inked, the rest can be shown. */
export function CompareSetups({ setups }: { readonly setups: readonly Schemas['SetupView'][] }) {
  const [chosen, setChosen] = useState<readonly number[]>([])
  const [all, setAll] = useState(false)
  const compared = useQuery({
    queryKey: keys.setups('compared', chosen),
    enabled: chosen.length >= 2,
    queryFn: () => take(api.GET('/api/v1/setups/compared', { params: { query: { id: [...chosen] } } })),
  })
  const rows = (compared.data ?? []).filter((r) => all || r.differs)
  return (
    <details>
      <summary className="cursor-pointer font-bold text-base">Hold setups against each other</summary>
      <div className="columns-2 mt-1">
        {setups.slice(0, 40).map((s) => (
          <Checkbox
            key={s.id}
            checked={chosen.includes(s.id)}
            onChecked={(on) => {
              setChosen(on ? [...chosen, s.id].slice(-12) : chosen.filter((c) => c !== s.id))
            }}
          >
            {s.unitLabel} {s.ordinal}: {s.name}
          </Checkbox>
        ))}
      </div>
      {chosen.length < 2 ? (
        <p className="text-ink2 text-sm">Tick two or more.</p>
      ) : (
        <div className="overflow-x-auto">
          <Checkbox checked={all} onChecked={setAll}>
            Show what is the same too
          </Checkbox>
          <table className="border-collapse text-base" data-testid="compared">
            <thead>
              <tr>
                <UnseenHead words="fact" className="pr-4" />
                {chosen.map((id) => (
                  <th key={id} className="pr-4 pb-1">
                    {setups.find((s) => s.id === id)?.name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((r) => (
                <tr key={r.key} className={`border-b border-line2 ${r.differs ? '' : 'text-ink2'}`}>
                  <td className="pr-4 h-6.5 text-ink2 whitespace-nowrap">{r.name}</td>
                  {r.values.map((v, i) => (
                    <td key={i} className="pr-4">
                      {/^(unknown|not recorded)/.test(v) ? <span className="gap">{v}</span> : v}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          {compared.data && rows.length === 0 && (
            <p className="text-ink2 text-sm">Nothing that is known of them differs.</p>
          )}
        </div>
      )}
    </details>
  )
}
