import whole from './jest.config.mjs';

/** The computation's tests alone, for whoever runs them thousands of times. */
const { displayName: _, ...core } = whole.projects[0];
export default { ...core, testTimeout: whole.testTimeout };
