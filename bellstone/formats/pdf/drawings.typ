// The drawings: the strip, a dig cut open, the lot from above, the profile. Black alone.
#import "sheet.typ": ink, quiet, tenths

// feet between two figures on an axis: at most sixteen of them, however long the line
#let step_of(long) = {
  let step = (1, 2, 5, 10, 20, 50, 100, 200, 500).find(n => long / n <= 16)
  if step != none { step } else { calc.ceil(long / 16000) * 1000 }
}

#let strip(s) = {
  let (w, h) = (172mm, 17mm)
  let x(f) = (f - s.start) / (s.end - s.start) * w
  let step = step_of(s.end - s.start)
  box(width: w, height: h)[
    #place(dy: 8mm, line(length: w, stroke: 2.4pt))
    #for p in s.pipes {
      if p.start != none and p.start > s.start { place(line(start: (x(p.start), 5mm), end: (x(p.start), 11mm), stroke: 0.6pt)) }
    }
    #for m in s.marks {
      if m.to != none { place(dx: x(m.at), dy: 7.2mm, rect(width: calc.max(0.6mm, (x(m.to) - x(m.at))), height: 1.6mm, fill: ink)) }
      place(dx: calc.min(calc.max(x(m.at) - 2mm, 0mm), w - 4mm), dy: 1mm, box(width: 4mm, height: 4mm, stroke: 0.8pt, fill: if m.rated >= 4 { ink } else { white },
        align(center + horizon, text(size: 7.5pt, weight: 600, fill: if m.rated >= 4 { white } else { ink })[#m.rated])))
    }
    #for n in range(int(calc.ceil(s.start / step)), int(calc.floor(s.end / step)) + 1) {
      place(dx: x(n * step) - 6mm, dy: 11.5mm, box(width: 12mm, align(center, text(size: 7.5pt, fill: quiet)[#calc.abs(n * step)])))
    }
  ]
}

// where around the pipe, looking with the flow: drawn only of what was told. What it shows is told in words beside it.
#let small_section(hours) = if hours != none {
  let (r, thick) = (2.6mm, 1.1mm)
  let at(hour, radius) = (3mm + radius * calc.sin(hour * 30deg), 3mm - radius * calc.cos(hour * 30deg))
  let steps = int(calc.ceil((hours.at(1) - hours.at(0)) * 4))
  let hour(n) = hours.at(0) + (hours.at(1) - hours.at(0)) * n / steps
  pdf.artifact(box(width: 6mm, height: 6mm)[
    #place(dx: 3mm - r, dy: 3mm - r, circle(radius: r, stroke: 0.6pt + ink))
    #place(polygon(fill: ink, ..range(steps + 1).map(n => at(hour(n), r)), ..range(steps + 1).rev().map(n => at(hour(n), r - thick))))
  ])
}

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
      place(dx: x(s) - 8mm, dy: h + 0.5mm, box(width: 16mm, align(center, text(size: 8pt)[#tenths(calc.abs(s)) ft])))
    }
  ]
}

// The lot from above: what is drawn, the line through its marks, the two stakes.
#let lot(sheet) = {
  let p = sheet.plan
  let (w, h) = (74mm, 38mm)
  let ends = sheet.in_plan.filter(s => s.x_ft != none)
  // as close as the stakes and what they are taped from: the rest of the lot is cut off at the frame
  let tied = ends.map(s => s.ties.map(t => t.first())).flatten()
  let fixed(o) = o.points.enumerate().filter(((n, _)) => o.name in tied or (o.name + " " + str(n + 1)) in tied).map(((_, q)) => q)
  let near = ends.map(s => (s.x_ft, s.y_ft)) + p.objects.map(fixed).join()
  let all = if tied.len() > 0 { near } else { p.objects.map(o => o.points).join() + near + p.line.map(q => (q.at(1), q.at(2))) }
  let (x0, x1) = (calc.min(..all.map(q => q.at(0))), calc.max(..all.map(q => q.at(0))))
  let (y0, y1) = (calc.min(..all.map(q => q.at(1))), calc.max(..all.map(q => q.at(1))))
  let scale = calc.min((w - 10mm) / calc.max(x1 - x0, 1), (h - 8mm) / calc.max(y1 - y0, 1))
  let (aside, above) = ((w - (x1 - x0) * scale) / 2, (h - (y1 - y0) * scale) / 2)
  let at(q) = (aside + (q.at(0) - x0) * scale, above + (y1 - q.at(1)) * scale)
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
      // a line or an outline is named in its middle, a corner that is taped from by its own name
      if o.points.len() > 1 {
        let middle = (0, 1).map(n => o.points.map(q => q.at(n)).sum() / o.points.len())
        place(dx: at(middle).at(0) + 1.2mm, dy: at(middle).at(1) - 1mm, text(size: 6.5pt, fill: quiet)[#o.name])
      }
      for (n, q) in o.points.enumerate() {
        let corner = o.name + " " + str(n + 1)
        if o.points.len() == 1 {
          place(dx: at(q).at(0) + 1.4mm, dy: at(q).at(1) + 0.2mm, text(size: 6.5pt, fill: quiet)[#o.name])
        } else if corner in tied {
          place(dx: at(q).at(0) - 15mm, dy: at(q).at(1) - 3mm, box(width: 14mm, align(right, text(size: 6.5pt, fill: quiet)[#corner])))
        }
      }
    }
    #run(p.line.map(q => (q.at(1), q.at(2))), 1.4pt)
    #for (n, s) in ends.enumerate() {
      let q = at((s.x_ft, s.y_ft))
      for (name, _) in s.ties {
        let taped = p.objects.map(o => o.points.enumerate().map(((k, c)) => (if o.points.len() == 1 { o.name } else { o.name + " " + str(k + 1) }, c))).join()
        let o = taped.find(c => c.first() == name)
        if o != none { place(line(start: q, end: at(o.last()), stroke: (paint: luma(120), thickness: 0.4pt, dash: "dotted"))) }
      }
      place(dx: q.at(0) - 1.2mm, dy: q.at(1) - 1.2mm, circle(radius: 1.2mm, fill: ink))
    }
    #place(bottom + left, dx: 2mm, dy: -1.5mm, [#box(width: 10 * scale, height: 0.8pt, fill: ink) #text(size: 6.5pt)[10 ft]])
    #place(top + right, dx: -2mm, dy: 1.5mm, text(size: 6.5pt)[N ↑])
  ]
}
// The adjusted invert and crown with the water standing between them, heights drawn larger than lengths.
#let profile(p) = {
  let (w, h) = (172mm, 44mm)
  let (x0, x1) = (p.station_ft.first(), p.station_ft.last())
  let heights = p.invert_ft + p.crown_ft
  let (y0, y1) = (calc.min(..heights), calc.max(..heights))
  let at(s, z) = ((s - x0) / calc.max(x1 - x0, 0.01) * w, 4mm + (y1 - z) / calc.max(y1 - y0, 0.01) * (h - 8mm))
  let run(zs, stroke) = for n in range(zs.len() - 1) {
    if zs.at(n) != none and zs.at(n + 1) != none {
      place(line(start: at(p.station_ft.at(n), zs.at(n)), end: at(p.station_ft.at(n + 1), zs.at(n + 1)), stroke: stroke))
    }
  }
  let step = step_of(x1 - x0)
  box(width: w, height: h + 6mm)[
    #run(p.level_ft, (paint: luma(110), thickness: 1.8pt, dash: "dashed"))
    #run(p.crown_ft, 0.7pt + ink)
    #run(p.invert_ft, 1.5pt + ink)
    #for n in range(int(calc.ceil(x0 / step)), int(calc.floor(x1 / step)) + 1) {
      place(dx: at(n * step, y0).at(0) - 6mm, dy: h, box(width: 12mm, align(center, text(size: 7.5pt, fill: quiet)[#calc.abs(n * step)])))
    }
    #place(dx: 0mm, dy: 0mm, text(size: 7.5pt, fill: quiet)[invert (heavy), crown, water at rest (dashed); ft along, #calc.round(y1 - y0, digits: 2) ft from lowest to highest#if p.relative [, heights from each other only]])
  ]
}
