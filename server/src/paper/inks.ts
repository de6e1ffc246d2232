/** The colours of every sheet, dark enough for a copy in black and white. */
export const INK = '#12312F';
export const QUIET = '#3D5A55';
export const LINE = '#CBD8D1';
