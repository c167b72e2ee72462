import { Navigate, useParams } from 'react-router'
import { useSetup } from '../../api/queries'
import { Failed, Loading } from '../../ui/States'

/** The address of a setup: the page of its model, with this setup shown. */
export function SetupAddress() {
  const id = Number(useParams().id)
  const setup = useSetup(id)
  if (setup.isPending) return <Loading what="the setup" />
  if (setup.isError) return <Failed error={setup.error} retry={() => void setup.refetch()} />
  const { modelId } = setup.data
  return <Navigate to={`/catalogue/models/${String(modelId)}?setup=${String(id)}`} replace />
}
