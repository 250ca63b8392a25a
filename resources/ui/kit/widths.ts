/** Narrowest and widest a column is drawn. In pixels. */
export const NARROWEST = 60;

export const WIDEST = 900;
