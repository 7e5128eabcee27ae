#import "sheet.typ": data
#import "drawings.typ": *

// One chart a page, as large as it is: for SVG and PNG.
#set document(title: data.name, date: none)
#set page(width: auto, height: auto, margin: 4mm, fill: white)
#set text(font: "IBM Plex Sans", size: 9pt, fallback: false)
#for (n, c) in data.charts.enumerate() {
  if n > 0 { pagebreak() }
  if c.kind == "strip" { strip(c.data) }
  if c.kind == "profile" { profile(c.data) }
  if c.kind == "dig" { cut(c.data) }
  if c.kind == "plan" { lot(c.data) }
}
