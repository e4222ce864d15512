/** How a labelled input is shown and filled. `decimal` takes a point, a comma or a fraction; `amount` words of measure too. */
export interface FieldLook {
  readonly label: string;
  readonly hint?: string;
  readonly type?: string;
  readonly unit?: string;
  readonly autocomplete?: string;
  readonly min?: string | number;
  readonly step?: string | number;
  /** More than one line of text. */
  readonly rows?: number;
}

export interface Choice<Value extends string = string> {
  readonly value: Value;
  readonly label: string;
}
