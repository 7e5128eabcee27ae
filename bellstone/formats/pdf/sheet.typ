// What every page handed over shares: paper, type, the line at its head, cautions, a ruled table.
#let data = json(bytes(sys.inputs.data))
#let paper = sys.inputs.at("paper", default: "us-letter")
#let ink = luma(0)
#let quiet = luma(90)

// a figure in tenths, its nought written: 1.0
#let tenths(v) = { let r = calc.round(v, digits: 1); str(r) + if calc.fract(r) == 0 { ".0" } }

#let page_of(title, body) = {
  set document(title: title, author: "", date: none) // no clock: the same page is the same bytes
  set page(
    paper: paper,
    margin: (x: 18mm, top: 18mm, bottom: 15mm),
    header: context grid(
      columns: (1fr, auto),
      text(size: 8.5pt, fill: quiet)[#data.name#if data.visit != "" [ · #data.visit]],
      text(size: 8.5pt, fill: quiet)[page #counter(page).display() of #counter(page).final().first()],
    ),
    footer: text(size: 8pt, fill: quiet)[#data.foot],
  )
  set text(font: ("IBM Plex Sans", "Libertinus Serif"), size: 10pt, lang: "en", fill: ink)
  set par(leading: 0.55em, spacing: 0.7em)
  show heading.where(level: 1): it => block(below: 0.6em, text(size: 17pt, weight: 600, it.body))
  show heading.where(level: 2): it => block(above: 0.9em, below: 0.45em, sticky: true, text(size: 11.5pt, weight: 600, it.body))
  body
}

#let stop(words) = block(width: 100%, stroke: 1.6pt + ink, inset: 7pt, below: 0.6em, text(weight: 600)[#words])
#let caution(words) = block(width: 100%, stroke: (left: 2.5pt + ink), inset: (left: 7pt, y: 2pt), below: 0.35em)[#words]
#let points(items) = list(..items.map(x => [#x]), spacing: 0.45em)
#let ruled(columns, head, rows) = table(
  columns: columns,
  stroke: (x, y) => (bottom: 0.4pt + luma(170)),
  inset: (x: 4pt, y: 3.5pt),
  align: left + top,
  table.header(..head.map(h => text(size: 8.5pt, fill: quiet)[#h])),
  ..rows.flatten().map(c => table.cell(breakable: false, c)), // a row never runs over a page
)
#let blank(label, lines: 1) = {
  text(size: 8.5pt, fill: quiet)[#label]
  for _ in range(lines) { v(4.6mm); line(length: 100%, stroke: 0.4pt + luma(120)) }
}
