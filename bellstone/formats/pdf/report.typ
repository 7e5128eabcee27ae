#import "sheet.typ": *
#import "drawings.typ": *

#let section(title, body) = { heading(level: 2, title); body }

// the column of places is as wide as they are, up to a quarter of the page: a long one is folded, and not the words beside it
#let where_wide(places) = if places.all(p => p.clusters().len() <= 26) { auto } else { 44mm }

// what was found and why it rates so, its still beside it where there is one
#let told(f) = {
  let words = [#f.what #linebreak() #text(size: 8.5pt, fill: quiet)[#f.why]]
  if f.still == "" { words } else {
    grid(columns: (1fr, 46mm), column-gutter: 3mm, words, image(bytes(f.still), format: "svg", width: 46mm, alt: "still of " + f.what))
  }
}

#show: page_of.with("Condition report, " + data.name)
= #data.name: #data.verdict
#if data.job != "" [#text(size: 8.5pt, fill: quiet)[#data.job]]
#for s in data.stops { stop(s) }
#data.sound · worst #data.worst
#if data.reasons.len() > 0 { points(data.reasons) }
#if data.strip != none { strip(data.strip); linebreak(); text(size: 8.5pt, fill: quiet)[#(data.axis + ":") each number is the rating of what was found there, 1 leave to 5 failed.] }
#if data.findings.len() > 0 {
  section("Findings, in order of concern", ruled((auto, where_wide(data.findings.map(f => f.at)), auto, 1fr), ("rating", "where", "around", "what, and why it rates so"),
    data.findings.map(f => (text(weight: 600)[#f.rating], [#f.at], small_section(f.hours), told(f)))))
}
#if data.segments.len() > 0 {
  section("The line, house to main", ruled((1fr, auto, auto, auto, auto), ("pipe", "length", "serviceability", "worst spot", "soundness"), data.segments.map(s => s.map(c => [#c]))))
}
#if data.ponds.len() + data.water_not_known.len() > 0 { section("Water at rest", points(data.ponds + data.water_not_known)) }
#if data.digs.len() > 0 { section("Where one would dig: about, along the line only", points(data.digs)) }
#if data.others.len() > 0 { section("Along the line", ruled((where_wide(data.others.map(r => r.at(0))), 1fr), ("where", "what"), data.others.map(r => r.map(c => [#c])))) }
#if data.liner_grip != "" [#data.liner_grip]
#if data.lines.len() > 0 { section("The lines", points(data.lines)) }
#for (title, said) in data.told { section(title, points(said)) }
#if data.others_marks.len() > 0 { section("Others' marks beside ours", points(data.others_marks)) }
#if data.next.len() > 0 { section("Next look", points(data.next)) }
#section("Scope and limits", points(data.scope))
#if data.warnings.len() > 0 { section("To be answered", points(data.warnings)) }
#if data.kept.len() > 0 { section("Kept as said", points(data.kept)) }
#section("Cautions", points(data.cautions))
#if data.left_out != "" { caution(data.left_out) }
#section("Judged by", points(data.rules))
#v(6mm)
#if data.signed != "" { block(breakable: false, stroke: 0.8pt + ink, inset: 7pt, width: 100%, data.signed) } else {
  block(breakable: false, grid(columns: (2fr, 1fr), gutter: 10mm, blank("a draft until signed: name"), blank("date")))
}
