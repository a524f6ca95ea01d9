<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="en">
  <context>
    <name>QObject</name>
    <message numerus="yes">
      <source>%n small triangle(s)</source>
      <translation>
        <numerusform>%n small triangle</numerusform>
        <numerusform>%n small triangles</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n kind(s) of paper</source>
      <translation>
        <numerusform>%n kind of paper</numerusform>
        <numerusform>%n kinds of paper</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%1, %2, %n second look(s)</source>
      <translation>
        <numerusform>%1, %2, %n second look</numerusform>
        <numerusform>%1, %2, %n second looks</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s) have no cloth yet.</source>
      <translation>
        <numerusform>%n piece has no cloth yet.</numerusform>
        <numerusform>%n pieces have no cloth yet.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n edge(s) at the rim</source>
      <translation>
        <numerusform>%n edge at the rim</numerusform>
        <numerusform>%n edges at the rim</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n patch(es) are cut</source>
      <translation>
        <numerusform>%n patch is cut</numerusform>
        <numerusform>%n patches are cut</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>for %n piece(s) of the layout.</source>
      <translation>
        <numerusform>for %n piece of the layout.</numerusform>
        <numerusform>for %n pieces of the layout.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n different cloth(s), each %1 × %2</source>
      <translation>
        <numerusform>%n different cloth, each %1 × %2</numerusform>
        <numerusform>%n different cloths, each %1 × %2</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s)</source>
      <translation type="unfinished">
        <numerusform>%n piece</numerusform>
        <numerusform>%n pieces</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Paint with %1, %2, worn by %n piece(s)</source>
      <translation>
        <numerusform>Paint with %1, %2, worn by %n piece</numerusform>
        <numerusform>Paint with %1, %2, worn by %n pieces</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Take the cloth off, %n piece(s) have none</source>
      <translation>
        <numerusform>Take the cloth off, %n piece has none</numerusform>
        <numerusform>Take the cloth off, %n pieces have none</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Paint with the motif %1, shown by %n piece(s)</source>
      <translation>
        <numerusform>Paint with the motif %1, shown by %n piece</numerusform>
        <numerusform>Paint with the motif %1, shown by %n pieces</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Give the role %1, of %n piece(s)%2</source>
      <translation>
        <numerusform>Give the role %1, of %n piece%2</numerusform>
        <numerusform>Give the role %1, of %n pieces%2</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>Session</name>
    <message numerus="yes">
      <source>Stopped; %n step(s) that waited were not made.</source>
      <translation>
        <numerusform>Stopped; %n step that waited was not made.</numerusform>
        <numerusform>Stopped; %n steps that waited were not made.</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::ArrangeStation</name>
    <message numerus="yes">
      <source>%n seam(s)</source>
      <translation>
        <numerusform>%n seam</numerusform>
        <numerusform>%n seams</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s)</source>
      <translation>
        <numerusform>%n piece</numerusform>
        <numerusform>%n pieces</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::BoxCard</name>
    <message numerus="yes">
      <source>%n other row(s) of the box are of no paper here.</source>
      <translation>
        <numerusform>%n other row of the box is of no paper here.</numerusform>
        <numerusform>%n other rows of the box are of no paper here.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n pack(s) to buy</source>
      <translation>
        <numerusform>%n pack to buy</numerusform>
        <numerusform>%n packs to buy</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Took in %n paper(s).</source>
      <translation>
        <numerusform>Took in %n paper.</numerusform>
        <numerusform>Took in %n papers.</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::ClosingCard</name>
    <message numerus="yes">
      <source>%n such seam(s); up to %1 can be eased in on each.</source>
      <translation>
        <numerusform>%n such seam; up to %1 can be eased in on each.</numerusform>
        <numerusform>%n such seams; up to %1 can be eased in on each.</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::ClothStation</name>
    <message numerus="yes">
      <source>%n piece(s)</source>
      <translation type="unfinished">
        <numerusform>%n piece</numerusform>
        <numerusform>%n pieces</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n motif choice(s)</source>
      <translation>
        <numerusform>%n motif choice</numerusform>
        <numerusform>%n motif choices</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::CutStation</name>
    <message numerus="yes">
      <source>%n patch(es)</source>
      <translation>
        <numerusform>%n patch</numerusform>
        <numerusform>%n patches</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n motif window(s)</source>
      <translation>
        <numerusform>%n motif window</numerusform>
        <numerusform>%n motif windows</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n window(s)</source>
      <translation>
        <numerusform>%n window</numerusform>
        <numerusform>%n windows</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n cut(s)</source>
      <translation>
        <numerusform>%n cut</numerusform>
        <numerusform>%n cuts</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>cloth(s) in use</source>
      <translation>
        <numerusform>cloth in use</numerusform>
        <numerusform>cloths in use</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::DivideCard</name>
    <message numerus="yes">
      <source>%n piece(s)</source>
      <translation>
        <numerusform>%n piece</numerusform>
        <numerusform>%n pieces</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::DraftCard</name>
    <message numerus="yes">
      <source>%n line(s)</source>
      <translation>
        <numerusform>%n line</numerusform>
        <numerusform>%n lines</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s) have a corner that points inwards; the dashed cuts cure it.</source>
      <translation>
        <numerusform>%n piece has a corner that points inwards; the dashed cuts cure it.</numerusform>
        <numerusform>%n pieces have a corner that points inwards; the dashed cuts cure it.</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::EaseCard</name>
    <message numerus="yes">
      <source>; %n cloth(s) cannot be cut with it</source>
      <translation>
        <numerusform>; %n cloth cannot be cut with it</numerusform>
        <numerusform>; %n cloths cannot be cut with it</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::ExchangeCard</name>
    <message numerus="yes">
      <source>%n piece(s)</source>
      <translation>
        <numerusform>%n piece</numerusform>
        <numerusform>%n pieces</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::FitCard</name>
    <message numerus="yes">
      <source>%n ring(s)</source>
      <translation>
        <numerusform>%n ring</numerusform>
        <numerusform>%n rings</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n paper(s)</source>
      <translation>
        <numerusform>%n paper</numerusform>
        <numerusform>%n papers</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::FitFan</name>
    <message numerus="yes">
      <source>%n way(s)</source>
      <translation>
        <numerusform>%n way</numerusform>
        <numerusform>%n ways</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%1: show %n way(s), key right</source>
      <translation>
        <numerusform>%1: show %n way, key right</numerusform>
        <numerusform>%1: show %n ways, key right</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::FoundPanel</name>
    <message numerus="yes">
      <source>%n window(s), the best first</source>
      <translation>
        <numerusform>%n window, the best first</numerusform>
        <numerusform>%n windows, the best first</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::Gallery</name>
    <message numerus="yes">
      <source>%n kind(s) of paper</source>
      <translation>
        <numerusform>%n kind of paper</numerusform>
        <numerusform>%n kinds of paper</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::GrowCard</name>
    <message numerus="yes">
      <source>%n piece(s)</source>
      <translation>
        <numerusform>%n piece</numerusform>
        <numerusform>%n pieces</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n edge(s) are open.</source>
      <translation>
        <numerusform>%n edge is open.</numerusform>
        <numerusform>%n edges are open.</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::MakingCard</name>
    <message numerus="yes">
      <source>%n layer(s)</source>
      <translation>
        <numerusform>%n layer</numerusform>
        <numerusform>%n layers</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::MaterialCard</name>
    <message numerus="yes">
      <source>%n paper(s)</source>
      <translation>
        <numerusform>%n paper</numerusform>
        <numerusform>%n papers</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n sheet(s)</source>
      <translation>
        <numerusform>%n sheet</numerusform>
        <numerusform>%n sheets</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n pack(s)</source>
      <translation>
        <numerusform>%n pack</numerusform>
        <numerusform>%n packs</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Sewn %1, at most %n paper(s) are in use at once. A paper comes out when all its seams are sewn; papers at the outer edge stay until the end.</source>
      <translation>
        <numerusform>Sewn %1, at most %n paper is in use at once. A paper comes out when all its seams are sewn; papers at the outer edge stay until the end.</numerusform>
        <numerusform>Sewn %1, at most %n papers are in use at once. A paper comes out when all its seams are sewn; papers at the outer edge stay until the end.</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::NowCard</name>
    <message numerus="yes">
      <source>%n piece(s)</source>
      <translation>
        <numerusform>%n piece</numerusform>
        <numerusform>%n pieces</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::NumbersCard</name>
    <message numerus="yes">
      <source>%n page(s)</source>
      <translation>
        <numerusform>%n page</numerusform>
        <numerusform>%n pages</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::PageCard</name>
    <message numerus="yes">
      <source>%n sheet(s)</source>
      <translation>
        <numerusform>%n sheet</numerusform>
        <numerusform>%n sheets</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n cut(s)</source>
      <translation>
        <numerusform>%n cut</numerusform>
        <numerusform>%n cuts</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::PaintCard</name>
    <message numerus="yes">
      <source>%n seam(s)</source>
      <translation>
        <numerusform>%n seam</numerusform>
        <numerusform>%n seams</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::PapersPicture</name>
    <message numerus="yes">
      <source>%n paper(s)</source>
      <translation type="unfinished">
        <numerusform>%n paper</numerusform>
        <numerusform>%n papers</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n straight cut(s)</source>
      <translation>
        <numerusform>%n straight cut</numerusform>
        <numerusform>%n straight cuts</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::PapersStation</name>
    <message numerus="yes">
      <source>%n kind(s) of paper</source>
      <translation>
        <numerusform>%n kind of paper</numerusform>
        <numerusform>%n kinds of paper</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Saved %n page(s) of templates.</source>
      <translation>
        <numerusform>Saved %n page of templates.</numerusform>
        <numerusform>Saved %n pages of templates.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>larger than every standard page: printed in %n part(s)</source>
      <translation>
        <numerusform>larger than every standard page: printed in %n part</numerusform>
        <numerusform>larger than every standard page: printed in %n parts</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>larger than this page: printed in %n part(s); %2 would take it whole</source>
      <translation>
        <numerusform>larger than this page: printed in %n part; %2 would take it whole</numerusform>
        <numerusform>larger than this page: printed in %n parts; %2 would take it whole</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Saved %n page(s) of masters.</source>
      <translation>
        <numerusform>Saved %n page of masters.</numerusform>
        <numerusform>Saved %n pages of masters.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source> %n frame(s) of motifs are larger than the page.</source>
      <translation>
        <numerusform> %n frame of motifs is larger than the page.</numerusform>
        <numerusform> %n frames of motifs are larger than the page.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s) by %1 uses of each</source>
      <translation>
        <numerusform>%n piece by %1 uses of each</numerusform>
        <numerusform>%n pieces by %1 uses of each</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Saved %n sheet(s). Print them at 100 %.</source>
      <translation>
        <numerusform>Saved %n sheet. Print it at 100 %.</numerusform>
        <numerusform>Saved %n sheets. Print them at 100 %.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Saved %n sheet(s) as %1.</source>
      <translation>
        <numerusform>Saved %n sheet as %1.</numerusform>
        <numerusform>Saved %n sheets as %1.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Sent %n sheet(s) to the printer.</source>
      <translation>
        <numerusform>Sent %n sheet to the printer.</numerusform>
        <numerusform>Sent %n sheets to the printer.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n straight cut(s)</source>
      <translation>
        <numerusform>%n straight cut</numerusform>
        <numerusform>%n straight cuts</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n paper(s)</source>
      <translation type="unfinished">
        <numerusform>%n paper</numerusform>
        <numerusform>%n papers</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::ProjectFiles</name>
    <message numerus="yes">
      <source>%n piece(s)</source>
      <translation>
        <numerusform>%n piece</numerusform>
        <numerusform>%n pieces</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::RemarksCard</name>
    <message numerus="yes">
      <source>%n second look(s)</source>
      <translation>
        <numerusform>%n second look</numerusform>
        <numerusform>%n second looks</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::ScanCard</name>
    <message numerus="yes">
      <source>Counted %n paper(s) into the box.</source>
      <translation>
        <numerusform>Counted %n paper into the box.</numerusform>
        <numerusform>Counted %n papers into the box.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n heap(s) of papers that lie on each other: not counted.</source>
      <translation>
        <numerusform>%n heap of papers that lie on each other: not counted.</numerusform>
        <numerusform>%n heaps of papers that lie on each other: not counted.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n outline(s) of no paper here.</source>
      <translation>
        <numerusform>%n outline of no paper here.</numerusform>
        <numerusform>%n outlines of no paper here.</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::SetOutPanel</name>
    <message numerus="yes">
      <source>%n unit(s)</source>
      <translation>
        <numerusform>%n unit</numerusform>
        <numerusform>%n units</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s)</source>
      <translation>
        <numerusform>%n piece</numerusform>
        <numerusform>%n pieces</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::ShapesCard</name>
    <message numerus="yes">
      <source>%n piece(s)</source>
      <translation>
        <numerusform>%n piece</numerusform>
        <numerusform>%n pieces</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::SidesCard</name>
    <message numerus="yes">
      <source>%n sliver(s)</source>
      <translation>
        <numerusform>%n sliver</numerusform>
        <numerusform>%n slivers</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n paper(s)</source>
      <translation>
        <numerusform>%n paper</numerusform>
        <numerusform>%n papers</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n kind(s)</source>
      <translation>
        <numerusform>%n kind</numerusform>
        <numerusform>%n kinds</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::SizeCard</name>
    <message numerus="yes">
      <source>%n ring(s)</source>
      <translation type="unfinished">
        <numerusform>%n ring</numerusform>
        <numerusform>%n rings</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::TableCard</name>
    <message numerus="yes">
      <source>Took in %n cloth(s).</source>
      <translation>
        <numerusform>Took in %n cloth.</numerusform>
        <numerusform>Took in %n cloths.</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::TraceScrap</name>
    <message numerus="yes">
      <source>%1 by %2, %n corner(s), %3.</source>
      <translation>
        <numerusform>%1 by %2, %n corner, %3.</numerusform>
        <numerusform>%1 by %2, %n corners, %3.</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::TruePicture</name>
    <message numerus="yes">
      <source>%n step(s) known.</source>
      <translation>
        <numerusform>%n step known.</numerusform>
        <numerusform>%n steps known.</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>clathra::UnitsCard</name>
    <message numerus="yes">
      <source>%n piece(s)</source>
      <translation>
        <numerusform>%n piece</numerusform>
        <numerusform>%n pieces</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n unit(s)</source>
      <translation>
        <numerusform>%n unit</numerusform>
        <numerusform>%n units</numerusform>
      </translation>
    </message>
  </context>
  <context>
    <name>core</name>
    <message numerus="yes">
      <source>%n overlap(s)</source>
      <translation>
        <numerusform>%n overlap</numerusform>
        <numerusform>%n overlaps</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n gap(s)</source>
      <translation>
        <numerusform>%n gap</numerusform>
        <numerusform>%n gaps</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>A sound project of %n piece(s).</source>
      <translation>
        <numerusform>A sound project of %n piece.</numerusform>
        <numerusform>A sound project of %n pieces.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n window(s): %2</source>
      <translation>
        <numerusform>%n window: %2</numerusform>
        <numerusform>%n windows: %2</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Cut %n strip(s) %2 wide across the whole width with the cloth face down (left-handed patches).</source>
      <translation>
        <numerusform>Cut %n strip %2 wide across the whole width with the cloth face down (left-handed patches).</numerusform>
        <numerusform>Cut %n strips %2 wide across the whole width with the cloth face down (left-handed patches).</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Cut %n strip(s) %2 wide across the whole width with the cloth face up (right-handed patches).</source>
      <translation>
        <numerusform>Cut %n strip %2 wide across the whole width with the cloth face up (right-handed patches).</numerusform>
        <numerusform>Cut %n strips %2 wide across the whole width with the cloth face up (right-handed patches).</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Cut %n strip(s) %2 wide across the whole width.</source>
      <translation>
        <numerusform>Cut %n strip %2 wide across the whole width.</numerusform>
        <numerusform>Cut %n strips %2 wide across the whole width.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Press the cloth and square up %n cut end(s).</source>
      <translation>
        <numerusform>Press the cloth and square up %n cut end.</numerusform>
        <numerusform>Press the cloth and square up %n cut ends.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>squaring up, %n cut end(s)</source>
      <translation>
        <numerusform>squaring up, %n cut end</numerusform>
        <numerusform>squaring up, %n cut ends</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n window(s), %2 (worst place assumed)</source>
      <translation>
        <numerusform>%n window, %2 (worst place assumed)</numerusform>
        <numerusform>%n windows, %2 (worst place assumed)</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n window(s), %2</source>
      <translation>
        <numerusform>%n window, %2</numerusform>
        <numerusform>%n windows, %2</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n scissor cut(s) at %2 min</source>
      <translation>
        <numerusform>%n scissor cut at %2 min</numerusform>
        <numerusform>%n scissor cuts at %2 min</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%2 in a row: %n row(s) of %3</source>
      <translation>
        <numerusform>%2 in a row: %n row of %3</numerusform>
        <numerusform>%2 in a row: %n rows of %3</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%2 from a strip: %n strip(s) of %3</source>
      <translation>
        <numerusform>%2 from a strip: %n strip of %3</numerusform>
        <numerusform>%2 from a strip: %n strips of %3</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n strip(s) at %2 min</source>
      <translation>
        <numerusform>%n strip at %2 min</numerusform>
        <numerusform>%n strips at %2 min</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n crossing cut(s) at %2 min</source>
      <translation>
        <numerusform>%n crossing cut at %2 min</numerusform>
        <numerusform>%n crossing cuts at %2 min</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>no way was found in which all neighbours differ: %n seam(s) were left between pieces of one cloth; draw from more cloths or give them nearer shares</source>
      <translation>
        <numerusform>no way was found in which all neighbours differ: %n seam was left between pieces of one cloth; draw from more cloths or give them nearer shares</numerusform>
        <numerusform>no way was found in which all neighbours differ: %n seams were left between pieces of one cloth; draw from more cloths or give them nearer shares</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>only %n way(s) fit this edge</source>
      <translation>
        <numerusform>only %n way fits this edge</numerusform>
        <numerusform>only %n ways fit this edge</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>only %n other way(s) fill this outline</source>
      <translation>
        <numerusform>only %n other way fills this outline</numerusform>
        <numerusform>only %n other ways fill this outline</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n open line(s)</source>
      <translation>
        <numerusform>%n open line</numerusform>
        <numerusform>%n open lines</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n corner(s) were brought together, the farthest by %2.</source>
      <translation>
        <numerusform>%n corner was brought together, the farthest by %2.</numerusform>
        <numerusform>%n corners were brought together, the farthest by %2.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n outline(s) without an area were left out.</source>
      <translation>
        <numerusform>%n outline without an area was left out.</numerusform>
        <numerusform>%n outlines without an area were left out.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n circle(s)</source>
      <translation>
        <numerusform>%n circle</numerusform>
        <numerusform>%n circles</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n clone(s)</source>
      <translation>
        <numerusform>%n clone</numerusform>
        <numerusform>%n clones</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n ellipse(s)</source>
      <translation>
        <numerusform>%n ellipse</numerusform>
        <numerusform>%n ellipses</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n foreign part(s)</source>
      <translation>
        <numerusform>%n foreign part</numerusform>
        <numerusform>%n foreign parts</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n hole(s)</source>
      <translation>
        <numerusform>%n hole</numerusform>
        <numerusform>%n holes</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n image(s)</source>
      <translation>
        <numerusform>%n image</numerusform>
        <numerusform>%n images</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n inner drawing(s)</source>
      <translation>
        <numerusform>%n inner drawing</numerusform>
        <numerusform>%n inner drawings</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n part(s) that are no polygon</source>
      <translation>
        <numerusform>%n part that is no polygon</numerusform>
        <numerusform>%n parts that are no polygon</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n text(s)</source>
      <translation>
        <numerusform>%n text</numerusform>
        <numerusform>%n texts</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s) have no cloth yet, so the cloth to cut is counted short.</source>
      <translation>
        <numerusform>%n piece has no cloth yet, so the cloth to cut is counted short.</numerusform>
        <numerusform>%n pieces have no cloth yet, so the cloth to cut is counted short.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s) have a corner that points inwards: the cloth must be snipped there and frays.</source>
      <translation>
        <numerusform>%n piece has a corner that points inwards: the cloth must be snipped there and frays.</numerusform>
        <numerusform>%n pieces have a corner that points inwards: the cloth must be snipped there and frays.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s) are only %2 wide at the narrowest; slivers under %3 can hardly be folded over a paper.</source>
      <translation>
        <numerusform>%n piece is only %2 wide at the narrowest; slivers under %3 can hardly be folded over a paper.</numerusform>
        <numerusform>%n pieces are only %2 wide at the narrowest; slivers under %3 can hardly be folded over a paper.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%1 and %2 meet in %n seam(s) and are about as light as each other: from across the room they run together.</source>
      <translation>
        <numerusform>%1 and %2 meet in %n seam and are about as light as each other: from across the room they run together.</numerusform>
        <numerusform>%1 and %2 meet in %n seams and are about as light as each other: from across the room they run together.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s) lie over each other; the second look names them.</source>
      <translation>
        <numerusform>%n piece lies over another; the second look names them.</numerusform>
        <numerusform>%n pieces lie over each other; the second look names them.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s) (%2 to %3)</source>
      <translation>
        <numerusform>%n piece (%2 to %3)</numerusform>
        <numerusform>%n pieces (%2 to %3)</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n seam(s) of %2 and %3: one edge is %4 longer than the other, more than can be eased in.</source>
      <translation>
        <numerusform>%n seam of %2 and %3: one edge is %4 longer than the other, more than can be eased in.</numerusform>
        <numerusform>%n seams of %2 and %3: one edge is %4 longer than the other, more than can be eased in.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>On %n seam(s) the %2 and the %3 are %4 apart as they were measured.</source>
      <translation>
        <numerusform>On %n seam the %2 and the %3 are %4 apart as they were measured.</numerusform>
        <numerusform>On %n seams the %2 and the %3 are %4 apart as they were measured.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n corner(s) will not close as their papers were measured; the worst is %2° off.</source>
      <translation>
        <numerusform>%n corner will not close as their papers were measured; the worst is %2° off.</numerusform>
        <numerusform>%n corners will not close as their papers were measured; the worst is %2° off.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n path(s), %2 to cut, about %3 min</source>
      <translation>
        <numerusform>%n path, %2 to cut, about %3 min</numerusform>
        <numerusform>%n paths, %2 to cut, about %3 min</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n path(s) are open: nothing falls out of them; the first is number %2.</source>
      <translation>
        <numerusform>%n path is open: nothing falls out of it; it is number %2.</numerusform>
        <numerusform>%n paths are open: nothing falls out of them; the first is number %2.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n path(s) lie on others: %2 are cut twice; the first is number %3.</source>
      <translation>
        <numerusform>%n path lies on others: %2 are cut twice; it is number %3.</numerusform>
        <numerusform>%n paths lie on others: %2 are cut twice; the first is number %3.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n path(s) reach beyond the mat; the first is number %2.</source>
      <translation>
        <numerusform>%n path reach beyond the mat; the first is number %2.</numerusform>
        <numerusform>%n paths reach beyond the mat; the first is number %2.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n path(s) come after the outline round them, when the piece lies loose; the first is number %2.</source>
      <translation>
        <numerusform>%n path comes after the outline round it, when the piece lies loose; it is number %2.</numerusform>
        <numerusform>%n paths come after the outline round them, when the piece lies loose; the first is number %2.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n bought paper(s) for the %2 are missing, and no pack of them is known.</source>
      <translation>
        <numerusform>%n bought paper for the %2 is missing, and no pack of them is known.</numerusform>
        <numerusform>%n bought papers for the %2 are missing, and no pack of them is known.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n pair(s) of papers look alike, and neither names nor numbers are printed on them.</source>
      <translation>
        <numerusform>%n pair of papers looks alike, and neither names nor numbers are printed on them.</numerusform>
        <numerusform>%n pairs of papers look alike, and neither names nor numbers are printed on them.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n paper(s) at hand for the %2 do not say which hand they are.</source>
      <translation>
        <numerusform>%n paper at hand for the %2 does not say which hand it is.</numerusform>
        <numerusform>%n papers at hand for the %2 do not say which hand they are.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%1: an edge of %2, %n patch(es)</source>
      <translation>
        <numerusform>%1: an edge of %2, %n patch</numerusform>
        <numerusform>%1: an edge of %2, %n patches</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>The cloth does not hold all: %n patch(es) find no place, %2 of %3 among them.</source>
      <translation>
        <numerusform>The cloth does not hold all: %n patch finds no place, one of %3.</numerusform>
        <numerusform>The cloth does not hold all: %n patches find no place, %2 of %3 among them.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s) of cloth touched, of which %2 % become patches</source>
      <translation>
        <numerusform>%n piece of cloth touched, of which %2 % become patches</numerusform>
        <numerusform>%n pieces of cloth touched, of which %2 % become patches</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n patch(es) find no place, on hand or on the piece it is sold by.</source>
      <translation>
        <numerusform>%n patch finds no place, on hand or on the piece it is sold by.</numerusform>
        <numerusform>%n patches find no place, on hand or on the piece it is sold by.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Lay up to %n strip(s) on each other and cut round the template.</source>
      <translation>
        <numerusform>Lay up to %n strip on each other and cut round the template.</numerusform>
        <numerusform>Lay up to %n strips on each other and cut round the template.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>From what is left of strip %2 cut %n strip(s) %3 wide, and from them %4.</source>
      <translation>
        <numerusform>From what is left of strip %2 cut %n strip %3 wide, and from it %4.</numerusform>
        <numerusform>From what is left of strip %2 cut %n strips %3 wide, and from them %4.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n patch(es) as densely as they go</source>
      <translation>
        <numerusform>%n patch as densely as it goes</numerusform>
        <numerusform>%n patches as densely as they go</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n row(s) of them from what other strips leave</source>
      <translation>
        <numerusform>%n row of them from what other strips leave</numerusform>
        <numerusform>%n rows of them from what other strips leave</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n time(s) round a template at %2 min</source>
      <translation>
        <numerusform>%n time round a template at %2 min</numerusform>
        <numerusform>%n times round a template at %2 min</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n cut(s) along it at %2 min</source>
      <translation>
        <numerusform>%n cut along it at %2 min</numerusform>
        <numerusform>%n cuts along it at %2 min</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n outline(s) to draw at %2 min</source>
      <translation>
        <numerusform>%n outline to draw at %2 min</numerusform>
        <numerusform>%n outlines to draw at %2 min</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n patch(es) trimmed round the paper at %2 min</source>
      <translation>
        <numerusform>%n patch trimmed round the paper at %2 min</numerusform>
        <numerusform>%n patches trimmed round the paper at %2 min</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n window(s), %2 (a shorter length was not ruled out)</source>
      <translation>
        <numerusform>%n window, %2 (a shorter length was not ruled out)</numerusform>
        <numerusform>%n windows, %2 (a shorter length was not ruled out)</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Cut %n window(s) of %2 fewer; those pieces are cut plain.</source>
      <translation>
        <numerusform>Cut %n window of %2 fewer; that piece is cut plain.</numerusform>
        <numerusform>Cut %n windows of %2 fewer; those pieces are cut plain.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Let %n piece(s) at the outside wear %2.</source>
      <translation>
        <numerusform>Let %n piece at the outside wear %2.</numerusform>
        <numerusform>Let %n pieces at the outside wear %2.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%1 lies beside %2 along %n seam(s): its allowance may show through.</source>
      <translation>
        <numerusform>%1 lies beside %2 along %n seam: its allowance may show through.</numerusform>
        <numerusform>%1 lies beside %2 along %n seams: its allowance may show through.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>laid straight it keeps %2 at %n corner(s), and would want %3</source>
      <translation>
        <numerusform>laid straight it keeps %2 at %n corner, and would want %3</numerusform>
        <numerusform>laid straight it keeps %2 at %n corners, and would want %3</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>laid straight it keeps %2 at %n corner(s) and %3 at the level sides, and would want %4</source>
      <translation>
        <numerusform>laid straight it keeps %2 at %n corner and %3 at the level sides, and would want %4</numerusform>
        <numerusform>laid straight it keeps %2 at %n corners and %3 at the level sides, and would want %4</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>nearly: an edge of %1, with %3 at %n corner(s)</source>
      <translation>
        <numerusform>nearly: an edge of %1, with %3 at %n corner</numerusform>
        <numerusform>nearly: an edge of %1, with %3 at %n corners</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>nearly: an edge of %1, with %3 at %n corner(s) and %4 at the level sides</source>
      <translation>
        <numerusform>nearly: an edge of %1, with %3 at %n corner and %4 at the level sides</numerusform>
        <numerusform>nearly: an edge of %1, with %3 at %n corners and %4 at the level sides</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Lay up to %n strip(s) on each other, all the same side up.</source>
      <translation>
        <numerusform>Lay up to %n strip on each other, all the same side up.</numerusform>
        <numerusform>Lay up to %n strips on each other, all the same side up.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Lay up to %n strip(s) on each other, in pairs with the strips of the other hand, right sides together.</source>
      <translation>
        <numerusform>Lay up to %n strip on each other, in pairs with the strips of the other hand, right sides together.</numerusform>
        <numerusform>Lay up to %n strips on each other, in pairs with the strips of the other hand, right sides together.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n layer(s) of %2 are %3 deep: the lowest creeps under the blade.</source>
      <translation>
        <numerusform>%n layer of %2 is %3 deep: the lowest creeps under the blade.</numerusform>
        <numerusform>%n layers of %2 are %3 deep: the lowest creeps under the blade.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%1 frays much, and its allowance is only %2 on %n piece(s).</source>
      <translation>
        <numerusform>%1 frays much, and its allowance is only %2 on %n piece.</numerusform>
        <numerusform>%1 frays much, and its allowance is only %2 on %n pieces.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>It will be washed: what seals the sharp tips of %n piece(s), and any glue, must stand water.</source>
      <translation>
        <numerusform>It will be washed: what seals the sharp tips of %n piece, and any glue, must stand water.</numerusform>
        <numerusform>It will be washed: what seals the sharp tips of %n pieces, and any glue, must stand water.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n rectangle(s) of %2 × %3 for %4</source>
      <translation>
        <numerusform>%n rectangle of %2 × %3 for %4</numerusform>
        <numerusform>%n rectangles of %2 × %3 for %4</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n strip(s) %2 wide, and from that %3</source>
      <translation>
        <numerusform>%n strip %2 wide, and from that %3</numerusform>
        <numerusform>%n strips %2 wide, and from that %3</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>From each of %n cloth(s): %2.</source>
      <translation>
        <numerusform>From each of %n cloth: %2.</numerusform>
        <numerusform>From each of %n cloths: %2.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>With an allowance of %2, %3 less than wished: %n strip(s) or row(s) fewer.</source>
      <translation>
        <numerusform>With an allowance of %2, %3 less than wished: %n strip or row fewer.</numerusform>
        <numerusform>With an allowance of %2, %3 less than wished: %n strips or rows fewer.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n window(s) of %2 lie less than %3 from the next: a blade that overruns a corner spoils it.</source>
      <translation>
        <numerusform>%n window of %2 lies less than %3 from the next: a blade that overruns a corner spoils it.</numerusform>
        <numerusform>%n windows of %2 lie less than %3 from the next: a blade that overruns a corner spoils it.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>The detail that "%2" is found by lies on the selvedge or beyond the cloth for %n window(s).</source>
      <translation>
        <numerusform>The detail that "%2" is found by lies on the selvedge or beyond the cloth for %n window.</numerusform>
        <numerusform>The detail that "%2" is found by lies on the selvedge or beyond the cloth for %n windows.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n window(s) of the choices of %2 do not fit on the cloth on hand beside the others: %3 more would give them.</source>
      <translation>
        <numerusform>%n window of the choices of %2 does not fit on the cloth on hand beside the others: %3 more would give it.</numerusform>
        <numerusform>%n windows of the choices of %2 do not fit on the cloth on hand beside the others: %3 more would give them.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n window(s), %2, among the others</source>
      <translation>
        <numerusform>%n window, %2, among the others</numerusform>
        <numerusform>%n windows, %2, among the others</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Lay all %n of them on each other, print on print, and pin through the mark.</source>
      <translation>
        <numerusform>Lay all %n of them on each other, print on print, and pin through the mark.</numerusform>
        <numerusform>Lay all %n of them on each other, print on print, and pin through the mark.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Lay them on each other, print on print, in %n stack(s) of no more than %2, and pin through the mark.</source>
      <translation>
        <numerusform>Lay them on each other, print on print, in %n stack of no more than %2, and pin through the mark.</numerusform>
        <numerusform>Lay them on each other, print on print, in %n stacks of no more than %2, and pin through the mark.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Through all layers cut a strip %2 wide, and from it %n set(s) of %3: sets %4 to %5.</source>
      <translation>
        <numerusform>Through all layers cut a strip %2 wide, and from it %n set of %3: sets %4 to %5.</numerusform>
        <numerusform>Through all layers cut a strip %2 wide, and from it %n sets of %3: sets %4 to %5.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n step(s) from layer to layer of %2</source>
      <translation>
        <numerusform>%n step from layer to layer of %2</numerusform>
        <numerusform>%n steps from layer to layer of %2</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n strip(s) of the last layer</source>
      <translation>
        <numerusform>%n strip of the last layer</numerusform>
        <numerusform>%n strips of the last layer</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n layer(s) laid on the mark at %2 min</source>
      <translation>
        <numerusform>%n layer laid on the mark at %2 min</numerusform>
        <numerusform>%n layers laid on the mark at %2 min</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Cut off %n layer(s), each %2 of cloth and begun exactly %3 below the one before, at the same mark of the print.</source>
      <translation>
        <numerusform>Cut off %n layer, each %2 of cloth and begun exactly %3 below the one before, at the same mark of the print.</numerusform>
        <numerusform>Cut off %n layers, each %2 of cloth and begun exactly %3 below the one before, at the same mark of the print.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Cut off %n layer(s), each %2 of cloth and begun exactly %3 below the one before and %4 to its side, at the same mark of the print.</source>
      <translation>
        <numerusform>Cut off %n layer, each %2 of cloth and begun exactly %3 below the one before and %4 to its side, at the same mark of the print.</numerusform>
        <numerusform>Cut off %n layers, each %2 of cloth and begun exactly %3 below the one before and %4 to its side, at the same mark of the print.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Cut off %n layer(s), each %2 of cloth and begun exactly %3 below the one before and %4 to its side, to and fro in turn, at the same mark of the print.</source>
      <translation>
        <numerusform>Cut off %n layer, each %2 of cloth and begun exactly %3 below the one before and %4 to its side, to and fro in turn, at the same mark of the print.</numerusform>
        <numerusform>Cut off %n layers, each %2 of cloth and begun exactly %3 below the one before and %4 to its side, to and fro in turn, at the same mark of the print.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s) (%2)</source>
      <translation>
        <numerusform>%n piece (%2)</numerusform>
        <numerusform>%n pieces (%2)</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>From each of %n piece(s) on hand: %2.</source>
      <translation>
        <numerusform>From each of %n piece on hand: %2.</numerusform>
        <numerusform>From each of %n pieces on hand: %2.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>From each of %n piece(s) that you buy: %2.</source>
      <translation>
        <numerusform>From each of %n piece that you buy: %2.</numerusform>
        <numerusform>From each of %n pieces that you buy: %2.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>from what is left of a strip %n strip(s) %2 wide, and from that %3</source>
      <translation>
        <numerusform>from what is left of a strip %n strip %2 wide, and from that %3</numerusform>
        <numerusform>from what is left of a strip %n strips %2 wide, and from that %3</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>Cut %n rough rectangle(s) of %2 × %3 for %4, %5 in a row.</source>
      <translation>
        <numerusform>Cut %n rough rectangle of %2 × %3 for %4.</numerusform>
        <numerusform>Cut %n rough rectangles of %2 × %3 for %4, %5 in a row.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>From the scraps cut %n rough rectangle(s) of %2 × %3 for %4.</source>
      <translation>
        <numerusform>From the scraps cut %n rough rectangle of %2 × %3 for %4.</numerusform>
        <numerusform>From the scraps cut %n rough rectangles of %2 × %3 for %4.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>these cloths yield %n patch(es) and %2 are needed; name another cloth, or more of one</source>
      <translation>
        <numerusform>these cloths yield %n patch, and %2 are needed; name another cloth, or more of one</numerusform>
        <numerusform>these cloths yield %n patches and %2 are needed; name another cloth, or more of one</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>there are only %n such filling(s)</source>
      <translation>
        <numerusform>there is only %n such filling</numerusform>
        <numerusform>there are only %n such fillings</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>this ring does not close: %n piece(s) miss by %2 mm</source>
      <translation>
        <numerusform>this ring does not close: %n piece misses by %2 mm</numerusform>
        <numerusform>this ring does not close: %n pieces miss by %2 mm</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>there is a unit called "%1" already, with %n piece(s); choose another name</source>
      <translation>
        <numerusform>there is a unit called "%1" already, with %n piece; choose another name</numerusform>
        <numerusform>there is a unit called "%1" already, with %n pieces; choose another name</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>no piece lies %n seam(s) away from piece %2</source>
      <translation>
        <numerusform>no piece lies %n seam away from piece %2</numerusform>
        <numerusform>no piece lies %n seams away from piece %2</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>This rosette closes after %n ring(s); %2 are too many.</source>
      <translation>
        <numerusform>This rosette closes after %n ring; %2 are too many.</numerusform>
        <numerusform>This rosette closes after %n rings; %2 are too many.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s) want the motif "%2"; the cloth on hand yields %3 wherever the print lies on it.</source>
      <translation>
        <numerusform>%n piece wants the motif "%2"; the cloth on hand yields %3 wherever the print lies on it.</numerusform>
        <numerusform>%n pieces want the motif "%2"; the cloth on hand yields %3 wherever the print lies on it.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s) want the motif "%2"; the cloth on hand yields %3.</source>
      <translation>
        <numerusform>%n piece wants the motif "%2"; the cloth on hand yields %3.</numerusform>
        <numerusform>%n pieces want the motif "%2"; the cloth on hand yields %3.</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n piece(s)</source>
      <translation type="unfinished">
        <numerusform>%n piece</numerusform>
        <numerusform>%n pieces</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n seam(s)</source>
      <translation type="unfinished">
        <numerusform>%n seam</numerusform>
        <numerusform>%n seams</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n paper(s)</source>
      <translation type="unfinished">
        <numerusform>%n paper</numerusform>
        <numerusform>%n papers</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n sheet(s)</source>
      <translation type="unfinished">
        <numerusform>%n sheet</numerusform>
        <numerusform>%n sheets</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>%n cut(s)</source>
      <translation type="unfinished">
        <numerusform>%n cut</numerusform>
        <numerusform>%n cuts</numerusform>
      </translation>
    </message>
    <message numerus="yes">
      <source>From what is left of each of strips %2 cut %n strip(s) %3 wide, and from that %4.</source>
      <translation>
        <numerusform>From what is left of each of strips %2 cut %n strip %3 wide, and from that %4.</numerusform>
        <numerusform>From what is left of each of strips %2 cut %n strips %3 wide, and from that %4.</numerusform>
      </translation>
    </message>
  </context>
</TS>
