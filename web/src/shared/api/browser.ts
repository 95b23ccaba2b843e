/** What this browser can do: old ones, and pages without a secure connection, lack a part. */
export const browser: Partial<Navigator> = navigator
