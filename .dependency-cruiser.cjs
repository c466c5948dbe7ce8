/** The dependency rules of docs/architecture.md: web → contract → core ← server, and the floors within each. */
const floors = (place, names) =>
  names.map((floor, at) => ({
    name: `${place}-${floor}`,
    comment: 'An arrow never runs up: a floor stands on those named before it.',
    severity: 'error',
    from: { path: `^${place}/${floor}/` },
    to: { path: names.slice(at + 1).map((higher) => `^${place}/${higher}/`) },
  }));

module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'no-circular-folders',
      comment: 'What two folders need of each other belongs below both.',
      severity: 'error',
      scope: 'folder',
      from: {},
      to: { circular: true },
    },
    ...floors('web/src', ['ground', 'capabilities', 'roof']).filter((rule) => rule.to.path.length > 0),
    ...floors('server/src', ['ground', 'capabilities', 'roof']).filter((rule) => rule.to.path.length > 0),
    {
      name: 'core-alone',
      severity: 'error',
      from: { path: '^core/src' },
      to: { path: '^(contract|server|web|demo)/' },
    },
    {
      name: 'contract-on-core',
      severity: 'error',
      from: { path: '^contract/src' },
      to: { path: '^(server|web|demo)/' },
    },
    { name: 'web-on-contract', severity: 'error', from: { path: '^web/src' }, to: { path: '^(server|demo)/' } },
    { name: 'server-not-web', severity: 'error', from: { path: '^server/src' }, to: { path: '^web/' } },
    {
      name: 'demo-behind-doors',
      severity: 'error',
      from: { path: '^server/src', pathNot: '^server/src/roof/(stand-ins|demo-load)/' },
      to: { path: '^demo/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(/test/|/dist/|/node_modules/)' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json'],
    },
  },
};
