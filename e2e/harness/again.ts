import { jest } from "@jest/globals";

// The real page on a machine that may be busy: what fails once is tried a second time and both are
// reported; what fails twice fails.
jest.retryTimes(1, { logErrorsBeforeRetry: true });
