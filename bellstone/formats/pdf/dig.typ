#import "sheet.typ": *

#let letter(n) = numbering("a", n + 1)

#let cut(sheet) = {
  let c = sheet.cut
  let (w, h) = (172mm, 28mm)
  let (x0, x1) = (c.station_ft.first(), c.station_ft.last())
  let known = c.invert_depth_ft.filter(d => d != none)
  let deepest = if known.len() > 0 { calc.max(..known) * 1.25 } else { 1.0 }
  let x(s) = (s - x0) / (x1 - x0) * w
  let y(d) = 6mm + d / deepest * (h - 12mm)
  let level(s) = {
    // the invert at a station, where it is known; else the middle of the drawing
    let n = calc.min(c.station_ft.len() - 1, calc.max(0, int(calc.round((s - x0) / (x1 - x0) * (c.station_ft.len() - 1)))))
    let d = c.invert_depth_ft.at(n)
    if d == none { h / 2 } else { y(d) }
  }
  box(width: w, height: h + 6mm)[
    #place(dx: 0mm, dy: 6mm, line(length: w, stroke: 0.8pt))
    #place(dx: 0mm, dy: 1.5mm, text(size: 7.5pt, fill: quiet)[ground])
    #place(dx: x(sheet.start_ft), dy: 6mm, rect(width: x(sheet.end_ft) - x(sheet.start_ft), height: h - 8mm, stroke: (paint: ink, thickness: 0.8pt, dash: "dashed")))
    #for (n, s) in c.station_ft.enumerate().slice(0, -1) {
      let t = c.station_ft.at(n + 1)
      place(line(start: (x(s), level(s)), end: (x(t), level(t)), stroke: 1.4pt))
      place(line(start: (x(s), level(s) - 3mm), end: (x(t), level(t) - 3mm), stroke: 0.8pt))
    }
    #for (n, m) in c.marks.enumerate() {
      let at = calc.min(calc.max(m.station_ft, x0), x1)
      place(dx: x(at) - 1.9mm, dy: level(at) - 3.4mm, circle(radius: 1.9mm, fill: white, stroke: 0.9pt, inset: 0pt, align(center + horizon, text(size: 7pt, weight: 600)[#letter(n)])))
    }
    #if known.len() == 0 { place(dx: w / 2 - 30mm, dy: h / 2 + 3mm, text(size: 8pt, fill: quiet)[how deep it lies is not known]) }
    #for s in (sheet.start_ft, sheet.end_ft) {
      place(dx: x(s) - 8mm, dy: h + 0.5mm, box(width: 16mm, align(center, text(size: 8pt)[#calc.round(calc.abs(s), digits: 1) ft])))
    }
  ]
}

// The lot from above: what is drawn, the line through its marks, the two stakes.
#let lot(sheet) = {
  let p = sheet.plan
  let (w, h) = (74mm, 38mm)
  let ends = sheet.in_plan.filter(s => s.x_ft != none)
  let all = p.objects.map(o => o.points).flatten().chunks(2) + ends.map(s => (s.x_ft, s.y_ft)) + p.line.map(q => (q.at(1), q.at(2)))
  let (x0, x1) = (calc.min(..all.map(q => q.at(0))), calc.max(..all.map(q => q.at(0))))
  let (y0, y1) = (calc.min(..all.map(q => q.at(1))), calc.max(..all.map(q => q.at(1))))
  let scale = calc.min((w - 10mm) / calc.max(x1 - x0, 1), (h - 8mm) / calc.max(y1 - y0, 1))
  let at(q) = (5mm + (q.at(0) - x0) * scale, 4mm + (y1 - q.at(1)) * scale)
  let run(points, stroke) = for (a, b) in points.zip(points.slice(1)) { place(line(start: at(a), end: at(b), stroke: stroke)) }
  box(width: w, height: h, stroke: 0.4pt + luma(170), clip: true)[
    #for o in p.objects {
      let first = at(o.points.first())
      if o.points.len() == 1 {
        place(dx: first.at(0) - 0.8mm, dy: first.at(1) - 0.8mm, rect(width: 1.6mm, height: 1.6mm, stroke: 0.7pt))
      } else {
        run(o.points, 0.6pt)
        if o.kind == "house" { run((o.points.last(), o.points.first()), 0.6pt) }
      }
      place(dx: first.at(0) + 1.2mm, dy: first.at(1) - 2.6mm, text(size: 6.5pt, fill: quiet)[#o.name])
    }
    #run(p.line.map(q => (q.at(1), q.at(2))), 1.4pt)
    #for (n, s) in ends.enumerate() {
      let q = at((s.x_ft, s.y_ft))
      for (name, _) in s.ties {
        let o = p.objects.find(o => o.name == name and o.points.len() == 1)
        if o != none { place(line(start: q, end: at(o.points.first()), stroke: (paint: luma(120), thickness: 0.4pt, dash: "dotted"))) }
      }
      place(dx: q.at(0) - 1.2mm, dy: q.at(1) - 1.2mm, circle(radius: 1.2mm, fill: ink))
    }
    #place(bottom + left, dx: 2mm, dy: -1.5mm, [#box(width: 10 * scale, height: 0.8pt, fill: ink) #text(size: 6.5pt)[10 ft]])
    #place(top + right, dx: -2mm, dy: 1.5mm, text(size: 6.5pt)[N ↑])
  ]
}
#let taped(s) = if s.ties.len() > 0 { s.ties.map(((name, d)) => [#calc.round(d, digits: 1) ft from #name]).join([ · ]) } else { s.why }

#let most(items, n) = if items.len() <= n { items } else { items.slice(0, n) + ("and " + str(items.len() - n) + " more, in the report",) }

#show: page_of.with("Dig sheets, " + data.name)
#set text(size: 9.2pt)
#for (n, s) in data.sheets.enumerate() {
  if n > 0 { pagebreak() }
  [= Dig #s.number of #s.of: #most(s.what, 4).join(", ")]
  for c in s.cautions.filter(c => c.starts-with("STOP")) { stop(c) }
  [== Before a shovel]
  columns(2, gutter: 6mm, points(s.cautions.filter(c => not c.starts-with("STOP"))))
  [== Where: #s.where ± #calc.round(s.band_ft, digits: 1) ft]
  ruled((1fr, auto, auto, auto), ("measured from", "first stake", "second stake", ""),
    s.stakes.map(t => ([#t.origin], [#calc.round(t.first_ft, digits: 1) ft], [#calc.round(t.second_ft, digits: 1) ft], [#t.way])))
  if s.in_plan.len() > 0 {
    grid(columns: (1fr, auto), gutter: 5mm,
      [*Tape the stakes*
       #for (n, t) in s.in_plan.enumerate() [#linebreak() #("first", "second").at(n) stake, #calc.round(calc.abs(t.station_ft), digits: 1) ft: #taped(t)#if t.ellipse != none [; within #calc.round(t.ellipse.a_ft, digits: 1) ft nine times of ten]]
       #for c in s.plan.checks [#linebreak() ▲ #c]
       #linebreak() #text(size: 8.5pt, fill: quiet)[Locate the pipe again before digging.]],
      lot(s))
  } else {
    text(size: 8.5pt, fill: quiet)[Along the pipe, not over the ground: follow the located line. No plan was drawn, so these are about; locate the pipe again before digging.]
  }
  if s.marked.len() > 0 { v(1mm); points(s.marked) }
  [== How deep]
  [#s.deep. #linebreak() #s.trench.]
  cut(s)
  v(1mm)
  text(size: 8.5pt)[#s.cut.marks.enumerate().map(((n, m)) => [#text(weight: 600)[#letter(n)] #calc.round(calc.abs(m.station_ft), digits: 1) ft #m.words]).join([ · ])]
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
