type Asked = { isLoading: boolean; failureCount: number };

/** Whether something is asked for the first time, and nothing went wrong yet: what stands below it waits. */
export const isFirstLoad = (...asked: Asked[]) =>
  asked.some((one) => one.isLoading && one.failureCount === 0);
