import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'

export function useModelProfile(id: number, setup: number | undefined) {
  return useQuery({
    queryKey: keys.profile('model', id, setup),
    queryFn: () =>
      take(
        api.GET('/api/v1/profiles/models/{id}', {
          params: { path: { id }, query: setup === undefined ? {} : { setup } },
        }),
      ),
    placeholderData: (before) => before,
  })
}

export function useFactProfile(key: string, value: string) {
  return useQuery({
    queryKey: keys.profile('fact', key, value),
    queryFn: () => take(api.GET('/api/v1/profiles/facts', { params: { query: { key, value } } })),
  })
}

export function useParts() {
  return useQuery({
    queryKey: keys.profile('parts'),
    queryFn: () => take(api.GET('/api/v1/profiles/parts')),
  })
}

export function useSuiteProfile(id: number) {
  return useQuery({
    queryKey: keys.profile('suite', id),
    queryFn: () => take(api.GET('/api/v1/profiles/suites/{id}', { params: { path: { id } } })),
  })
}

export function useSheetText(id: number | undefined) {
  return useQuery({
    queryKey: keys.sheetText(id ?? 0),
    enabled: id !== undefined,
    queryFn: () => take(api.GET('/api/v1/sheets/{id}', { params: { path: { id: id ?? 0 } } })),
  })
}

export function useImports() {
  return useQuery({ queryKey: keys.imports(), queryFn: () => take(api.GET('/api/v1/imports')) })
}

export function useImport(id: number, page: number) {
  return useQuery({
    queryKey: keys.imports(id, page),
    queryFn: () => take(api.GET('/api/v1/imports/{id}', { params: { path: { id }, query: { page } } })),
    placeholderData: (before) => before,
    refetchInterval: (query) => (query.state.data?.batch.state === 'ACCEPTING' ? 1000 : false),
  })
}

/** A page of the cells of a table as they were understood. */
export function useCells(id: number, which: Schemas['Which'], page: number) {
  return useQuery({
    queryKey: keys.imports(id, 'cells', which, page),
    queryFn: () =>
      take(api.GET('/api/v1/imports/{id}/cells', { params: { path: { id }, query: { which, page } } })),
    placeholderData: (before) => before,
  })
}

/** The sheet that a grid stands for, and what came of it; nothing is kept. */
export function useDraft(draft: Schemas['SheetDraft']) {
  return useQuery({
    queryKey: keys.sheetCheck(JSON.stringify(draft)),
    enabled: draft.name.trim() !== '' && draft.tests.length > 0,
    queryFn: () => take(api.POST('/api/v1/sheets/drafts', { body: draft })),
    placeholderData: (before) => before,
  })
}
