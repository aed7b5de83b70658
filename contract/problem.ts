/** An error as RFC 9457 problem details, with every field that is wrong. */
export interface ProblemDetails {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly errors?: readonly { readonly path: string; readonly message: string }[];
}
