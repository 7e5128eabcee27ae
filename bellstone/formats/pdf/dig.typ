#import "sheet.typ": *
#import "drawings.typ": *

#let taped(s) = if s.ties.len() > 0 { s.ties.map(((name, d)) => [#tenths(d) ft from #name]).join([ · ]) } else { s.why }

#let most(items, n) = if items.len() <= n { items } else { items.slice(0, n) + ("and " + str(items.len() - n) + " more, in the report",) }

#show: page_of.with("Dig sheets, " + data.name)
#set text(size: 9pt)
#for (n, s) in data.sheets.enumerate() {
  if n > 0 { pagebreak() }
  [= Dig #s.number of #s.of: #most(s.what, 4).join(", ")]
  for c in s.cautions.filter(c => c.starts-with("STOP")) { stop(c) }
  [== Before a shovel]
  columns(2, gutter: 6mm, points(s.cautions.filter(c => not c.starts-with("STOP"))))
  [== Where: #s.where ± #tenths(s.band_ft) ft]
  ruled((1fr, auto, auto, auto), ("measured from", "first stake", "second stake", ""),
    s.stakes.map(t => ([#t.origin], [#tenths(t.first_ft) ft], [#tenths(t.second_ft) ft], [#t.way])))
  if s.in_plan.len() > 0 {
    grid(columns: (1fr, auto), gutter: 5mm,
      [*Tape the stakes*
       #for (n, t) in s.in_plan.enumerate() [#linebreak() #("first", "second").at(n) stake, #tenths(calc.abs(t.station_ft)) ft: #taped(t)#if t.ellipse != none [; within #tenths(t.ellipse.a_ft) ft nine times of ten]]
       #for c in s.plan.checks [#linebreak() ▲ #c]
       #linebreak() #text(size: 8.5pt, fill: quiet)[Locate the pipe again before digging.]],
      lot(s))
  } else {
    text(size: 8.5pt, fill: quiet)[Along the pipe, not over the ground: follow the located line. No plan was drawn, so these are about; locate the pipe again before digging.]
  }
  if s.marked.len() > 0 { v(1mm); points(s.marked) }
  text(size: 8.5pt, fill: quiet)[The ends: #s.ends_why.]
  [== How deep]
  [#s.deep. #s.trench. #linebreak() #s.above.join("; ").]
  cut(s)
  v(1mm)
  text(size: 8.5pt)[#s.cut.marks.enumerate().map(((n, m)) => [#text(weight: 600)[#letter(n)] #tenths(calc.abs(m.station_ft)) ft #m.words]).join([ · ])]
  grid(columns: (1fr, 1fr), gutter: 8mm,
    [== What to expect when it is open
     #points(most(s.expect, 8))
     == What to lift
     #s.lift],
    [== Before it is closed
     #grid(columns: (auto, 1fr), column-gutter: 2mm, row-gutter: 2mm, ..s.before_closing.map(c => (box(width: 3.2mm, height: 3.2mm, stroke: 0.7pt), [#c])).flatten())])
  [== What was found]
  grid(columns: (1fr, 1fr, 1fr), gutter: 8mm, blank("true footage"), blank("true depth to the invert"), blank("pipe and size"))
  grid(columns: (2fr, 1fr, 0.6fr), gutter: 8mm, blank("what it was"), blank("who"), blank("when"))
}
