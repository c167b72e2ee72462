/** The layers of the page: each may use those below it, and nothing goes in a circle. */
const below = {
  app: ['features', 'subjects', 'frame', 'figures', 'ui', 'api'],
  features: ['subjects', 'frame', 'figures', 'ui', 'api'],
  subjects: ['frame', 'figures', 'ui', 'api'],
  frame: ['figures', 'ui', 'api'],
  ui: ['figures', 'api'],
  figures: ['api'],
  api: [],
  device: ['figures', 'api'],
}

const own = (layer) => `^src/${layer}/`
const test = '(\\.test\\.tsx?|/testing(\\.setup)?\\.tsx?)$'

module.exports = {
  forbidden: [
    ...Object.entries(below).map(([layer, others]) => ({
      name: `${layer}-uses-what-is-below`,
      severity: 'error',
      from: { path: own(layer), pathNot: test },
      to: { path: '^src/', pathNot: [...[layer, ...others].map(own), '\\.css$'] },
    })),
    {
      name: 'no-feature-uses-another',
      severity: 'error',
      from: { path: '^src/features/([^/]+)/', pathNot: test },
      to: { path: '^src/features/', pathNot: '^src/features/$1/' },
    },
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'nothing-unused',
      severity: 'error',
      from: {
        orphan: true,
        pathNot: [test, '\\.d\\.ts$'],
      },
      to: {},
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
  },
}
