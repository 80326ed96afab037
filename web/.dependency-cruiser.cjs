/** The front end's borders: api and shared know nothing local, a feature knows those two and itself. */
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'api-stands-alone', severity: 'error', from: { path: '^src/api' }, to: { path: '^src/(shared|features|app)' } },
    { name: 'shared-knows-no-feature', severity: 'error', from: { path: '^src/shared' }, to: { path: '^src/(features|app)' } },
    {
      name: 'features-are-strangers',
      severity: 'error',
      from: { path: '^src/features/([^/]+)/' },
      to: { path: '^src/(features/(?!$1/)|app)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.vue', '.js', '.svg'] },
  },
}
