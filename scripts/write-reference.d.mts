export function referencePages(): ReadonlyMap<string, string>
