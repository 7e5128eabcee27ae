#import "sheet.typ": *

#show: page_of.with("For the owner, " + data.name)
#set text(size: 11pt)
= #data.heading
#for p in data.parts {
  [== #p.title]
  if p.words.len() == 1 { p.words.first() } else { points(p.words) }
}
#v(3mm)
#text(size: 8.5pt, fill: quiet)[The condition report has the footages, the grades and the reasons. Before anybody digs, the utilities are marked; work on a sewer is for licensed people, by local rules.]
