import { useQuery } from '@tanstack/react-query'
import { Navigate, useParams } from 'react-router'
import { api, take } from '../../api/client'
import { keys } from '../../api/queries'
import { Failed, Loading } from '../../ui/States'

/** The address of a setup: the page of its model, with this setup shown. */
export function SetupAddress() {
  const id = Number(useParams().id)
  const setup = useQuery({
    queryKey: keys.setup(id),
    queryFn: () => take(api.GET('/api/v1/setups/{id}', { params: { path: { id } } })),
  })
  if (setup.isPending) return <Loading what="the setup" />
  if (setup.isError) return <Failed error={setup.error} retry={() => void setup.refetch()} />
  const { modelId } = setup.data
  return <Navigate to={`/catalogue/models/${String(modelId)}?setup=${String(id)}`} replace />
}
