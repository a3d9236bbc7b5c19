/**
 * The component kit. It knows no student, piece or mark: props in, events out.
 *
 * Every component stands in every state on the kit page.
 */
export { Button, LinkButton } from './Button';
export { Combobox } from './Combobox';
export { Confirm, Dialog, DialogActs } from './Dialog';
export { CheckField, FieldRow, SelectField, TextField, type Option } from './Field';
export { FitMark, type FitMarkName } from './FitMark';
export { Glyph, GLYPHS, GlyphShape, type GlyphName } from './Glyph';
export { KeyCap, KeyHint, KeysSilent } from './KeyCap';
export { MiniStave, type MiniLine } from './MiniStave';
export { placeOfFocus } from './place-of-focus';
export { PrintFrame } from './PrintFrame';
export { Roving } from './Roving';
export type { ChartData } from './chart-data';
export { Ruler, type RulerLine, type RulerPart } from './Ruler';
export { DecisionLine, Empty, ErrorSay, Loading, Progress } from './Say';
export { Section } from './Section';
export { Sideways } from './Sideways';
export { Table } from './Table';
export { NoteShape, TempoMark, UNIT_NAMES } from './TempoMark';
export { Unseen } from './Unseen';
export { useWidth } from './use-width';
export { classes } from './classes';
