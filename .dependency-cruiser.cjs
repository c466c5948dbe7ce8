/** The dependency rule of docs/architecture.md: web → contract → core ← server; demo and stand-ins behind their interface. */
module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
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
      from: { path: '^server/src', pathNot: '^server/src/(stand-ins|demo-load)/' },
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
