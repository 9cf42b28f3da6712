<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="de">
    <context>
        <name>hefty::app::ExportSheet</name>
        <message>
            <source>Files for machines and other programs</source>
            <translation>Dateien für Maschinen und andere Programme</translation>
        </message>
        <message>
            <source>Every sheet laid flat, engraved, DXF and SVG</source>
            <translation>Jedes Blech abgewickelt und graviert, DXF und SVG</translation>
        </message>
        <message>
            <source>Templates of ends cut to other parts, SVG and DXF</source>
            <translation>Schablonen angepasster Enden, SVG und DXF</translation>
        </message>
        <message>
            <source>Every piece from three sides, DXF</source>
            <translation>Jedes Stück von drei Seiten, DXF</translation>
        </message>
        <message>
            <source>Solids of every piece and of the job, STEP</source>
            <translation>Körper jedes Stücks und des Auftrags, STEP</translation>
        </message>
        <message>
            <source>Solids of every single part, STEP</source>
            <translation>Körper jedes einzelnen Teils, STEP</translation>
        </message>
        <message>
            <source>How hard every piece works, VTU</source>
            <translation>Wie sehr jedes Stück beansprucht ist, VTU</translation>
        </message>
        <message>
            <source>Cut list as CSV, and the job</source>
            <translation>Zuschnittliste als CSV, und der Auftrag</translation>
        </message>
        <message>
            <source>Folder</source>
            <translation>Ordner</translation>
        </message>
        <message>
            <source>Choose...</source>
            <translation>Wählen...</translation>
        </message>
        <message>
            <source>How many files are written</source>
            <translation>Wie viele Dateien geschrieben sind</translation>
        </message>
        <message>
            <source>Each piece gets a folder of its own. Flat patterns have bend lines, where neighbors stand and the name of the part on layers of their own; holes smaller than the cutter makes are marked. How hard a piece works is proved anew with its plates as shells: that takes longest.</source>
            <translation>Jedes Stück bekommt einen eigenen Ordner. Abwicklungen haben Biegelinien, die Plätze der Nachbarn und den Namen des Teils auf eigenen Ebenen; Löcher, die kleiner sind als der Schneider sie macht, werden angerissen. Wie sehr ein Stück beansprucht ist, wird mit seinen Platten als Schalen neu nachgewiesen: das dauert am längsten.</translation>
        </message>
        <message>
            <source>Write</source>
            <translation>Schreiben</translation>
        </message>
        <message>
            <source>Stop</source>
            <translation>Anhalten</translation>
        </message>
        <message>
            <source>Folder for the files</source>
            <translation>Ordner für die Dateien</translation>
        </message>
        <message>
            <source>Say which folder the files go to.</source>
            <translation>Sagen Sie, in welchen Ordner die Dateien kommen.</translation>
        </message>
        <message>
            <source>There is no piece to hand out.</source>
            <translation>Es ist kein Stück da, das herausgegeben werden kann.</translation>
        </message>
        <message>
            <source>Writing…</source>
            <translation>Wird geschrieben…</translation>
        </message>
        <message>
            <source>Stopping…</source>
            <translation>Wird angehalten…</translation>
        </message>
        <message>
            <source>%1 files are written.</source>
            <translation>%1 Dateien sind geschrieben.</translation>
        </message>
        <message>
            <source>Left out: %1. %2</source>
            <translation>Weggelassen: %1. %2</translation>
        </message>
    </context>
    <context>
        <name>QObject</name>
        <message>
            <source>

Where: %1</source>
            <translation>

Wo: %1</translation>
        </message>
    </context>
    <context>
        <name>QWidget</name>
        <message>
            <source>Why</source>
            <translation>Warum</translation>
        </message>
    </context>
    <context>
        <name>build</name>
        <message>
            <source>Tube between two places</source>
            <translation>Rohr zwischen zwei Stellen</translation>
        </message>
        <message>
            <source>Plate</source>
            <translation>Blech</translation>
        </message>
        <message>
            <source>Plate from a drawing, by an edge</source>
            <translation>Blech aus einer Zeichnung, auf einer Kante</translation>
        </message>
        <message>
            <source>Gusset in a corner</source>
            <translation>Knotenblech in einer Ecke</translation>
        </message>
        <message>
            <source>Side plates on the rails</source>
            <translation>Seitenbleche an den Rahmenträgern</translation>
        </message>
        <message>
            <source>Recovery tab through a beam</source>
            <translation>Bergelasche durch einen Balken</translation>
        </message>
        <message>
            <source>Receiver through a beam</source>
            <translation>Aufnahmerohr durch einen Balken</translation>
        </message>
        <message>
            <source>End cap</source>
            <translation>Endkappe</translation>
        </message>
        <message>
            <source>Hole</source>
            <translation>Loch</translation>
        </message>
        <message>
            <source>Place where something acts</source>
            <translation>Stelle, an der etwas wirkt</translation>
        </message>
        <message>
            <source>Cut an end to another part</source>
            <translation>Ein Ende an ein anderes Teil anpassen</translation>
        </message>
        <message>
            <source>Fold a plate</source>
            <translation>Ein Blech abkanten</translation>
        </message>
        <message>
            <source>Twin on the other side</source>
            <translation>Gegenstück auf der anderen Seite</translation>
        </message>
        <message>
            <source>Move a part</source>
            <translation>Ein Teil verschieben</translation>
        </message>
        <message>
            <source>Take a part out</source>
            <translation>Ein Teil herausnehmen</translation>
        </message>
        <message>
            <source>"%1" cannot be read: %2</source>
            <translation>"%1" ist nicht zu lesen: %2</translation>
        </message>
        <message>
            <source>At its</source>
            <translation>An ihrem</translation>
        </message>
        <message>
            <source>At</source>
            <translation>Bei</translation>
        </message>
        <message>
            <source>Bar</source>
            <translation>Stab</translation>
        </message>
        <message>
            <source>Beam</source>
            <translation>Träger</translation>
        </message>
        <message>
            <source>Bend at</source>
            <translation>Biegung bei</translation>
        </message>
        <message>
            <source>Bend radius</source>
            <translation>Biegeradius</translation>
        </message>
        <message>
            <source>By</source>
            <translation>Um</translation>
        </message>
        <message>
            <source>Corner</source>
            <translation>Ecke</translation>
        </message>
        <message>
            <source>Diameter</source>
            <translation>Durchmesser</translation>
        </message>
        <message>
            <source>Ends of the rails</source>
            <translation>Enden der Rahmenträger</translation>
        </message>
        <message>
            <source>Faces</source>
            <translation>Schaut nach</translation>
        </message>
        <message>
            <source>For</source>
            <translation>Für</translation>
        </message>
        <message>
            <source>From</source>
            <translation>Von</translation>
        </message>
        <message>
            <source>Height</source>
            <translation>Höhe</translation>
        </message>
        <message>
            <source>Hole beyond the beam</source>
            <translation>Loch vor dem Träger</translation>
        </message>
        <message>
            <source>Inside radius</source>
            <translation>Innenradius</translation>
        </message>
        <message>
            <source>It runs</source>
            <translation>Sie läuft nach</translation>
        </message>
        <message>
            <source>Its middle at</source>
            <translation>Ihre Mitte bei</translation>
        </message>
        <message>
            <source>Its</source>
            <translation>Sein</translation>
        </message>
        <message>
            <source>Left of the middle</source>
            <translation>Links der Mitte</translation>
        </message>
        <message>
            <source>Leg</source>
            <translation>Schenkel</translation>
        </message>
        <message>
            <source>Line from</source>
            <translation>Linie von</translation>
        </message>
        <message>
            <source>Line to</source>
            <translation>Linie bis</translation>
        </message>
        <message>
            <source>Middle</source>
            <translation>Mitte</translation>
        </message>
        <message>
            <source>Name</source>
            <translation>Name</translation>
        </message>
        <message>
            <source>Notches (0: bent)</source>
            <translation>Kerben (0: gebogen)</translation>
        </message>
        <message>
            <source>On the wall at</source>
            <translation>Auf der Wand bei</translation>
        </message>
        <message>
            <source>One leg runs</source>
            <translation>Ein Schenkel läuft nach</translation>
        </message>
        <message>
            <source>Onto</source>
            <translation>An</translation>
        </message>
        <message>
            <source>Part</source>
            <translation>Teil</translation>
        </message>
        <message>
            <source>Place</source>
            <translation>Stelle</translation>
        </message>
        <message>
            <source>Section</source>
            <translation>Querschnitt</translation>
        </message>
        <message>
            <source>Skin left by a kerf</source>
            <translation>Rest unter einer Kerbe</translation>
        </message>
        <message>
            <source>Stands by edge</source>
            <translation>Steht auf Kante</translation>
        </message>
        <message>
            <source>Template</source>
            <translation>Schablone</translation>
        </message>
        <message>
            <source>The other</source>
            <translation>Der andere</translation>
        </message>
        <message>
            <source>The plate goes</source>
            <translation>Das Blech geht nach</translation>
        </message>
        <message>
            <source>Thickness</source>
            <translation>Dicke</translation>
        </message>
        <message>
            <source>To</source>
            <translation>Bis</translation>
        </message>
        <message>
            <source>Trailer</source>
            <translation>Anhänger</translation>
        </message>
        <message>
            <source>What acts</source>
            <translation>Was wirkt</translation>
        </message>
        <message>
            <source>Width, height</source>
            <translation>Breite, Höhe</translation>
        </message>
        <message>
            <source>Rail of the vehicle, to weld to</source>
            <translation>Rahmenträger des Fahrzeugs, zum Anschweißen</translation>
        </message>
        <message>
            <source>Side</source>
            <translation>Seite</translation>
        </message>
        <message>
            <source>From, behind the front axle</source>
            <translation>Von, hinter der Vorderachse</translation>
        </message>
        <message>
            <source>To, behind the front axle</source>
            <translation>Bis, hinter der Vorderachse</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::AnglesPage</name>
        <message>
            <source>The vehicle from the side with its limiting angles</source>
            <translation>Das Fahrzeug von der Seite mit seinen Grenzwinkeln</translation>
        </message>
        <message>
            <source>As it stands: what limits each angle, and what comes next</source>
            <translation>So wie es steht: was jeden Winkel begrenzt, und was danach kommt</translation>
        </message>
        <message>
            <source>Clearance on each tire and with each load</source>
            <translation>Freiheit mit jedem Reifen und jeder Last</translation>
        </message>
        <message>
            <source>%1 %2</source>
            <translation>%1 %2</translation>
        </message>
        <message>
            <source>%1
+%2, then limited by
%3</source>
            <translation>%1
+%2, dann begrenzt durch
%3</translation>
        </message>
        <message>
            <source>Take a step: %1</source>
            <translation>Einen Schritt tun: %1</translation>
        </message>
        <message>
            <source>No step of %1 of any setting gains an angle.</source>
            <translation>Kein Schritt von %1 einer Einstellung bringt Winkel.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::BarsView</name>
        <message>
            <source>Bars with the pieces cut from them</source>
            <translation>Stangen mit den Stücken, die daraus geschnitten werden</translation>
        </message>
        <message>
            <source>Nothing to cut yet: lay out a piece first.</source>
            <translation>Noch nichts zu schneiden: erst ein Stück entwerfen.</translation>
        </message>
        <message>
            <source>All bars of this piece are cut.</source>
            <translation>Alle Stangen dieses Stücks sind geschnitten.</translation>
        </message>
        <message>
            <source>No bar is needed for this piece.</source>
            <translation>Dieses Stück braucht keine Stange.</translation>
        </message>
        <message>
            <source>%1, %2%3</source>
            <translation>%1, %2%3</translation>
        </message>
        <message>
            <source> (best found so far)</source>
            <translation> (bis jetzt beste)</translation>
        </message>
        <message>
            <source>to buy</source>
            <translation>zu kaufen</translation>
        </message>
        <message>
            <source>remnant</source>
            <translation>Rest</translation>
        </message>
        <message>
            <source>on the rack</source>
            <translation>im Regal</translation>
        </message>
        <message>
            <source>%1, %2, %3; %4 left over</source>
            <translation>%1, %2, %3; %4 bleiben</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::BendPage</name>
        <message>
            <source>In the way: %1.</source>
            <translation>Im Weg: %1.</translation>
        </message>
        <message>
            <source>Tubes to bend</source>
            <translation>Zu biegende Rohre</translation>
        </message>
        <message>
            <source>Tube</source>
            <translation>Rohr</translation>
        </message>
        <message>
            <source>Cut</source>
            <translation>Schnitt</translation>
        </message>
        <message>
            <source>Bends</source>
            <translation>Bögen</translation>
        </message>
        <message>
            <source>Fed first</source>
            <translation>Zuerst hinein</translation>
        </message>
        <message>
            <source>Says the bender</source>
            <translation>Sagt die Maschine</translation>
        </message>
        <message>
            <source>How far the bending has come</source>
            <translation>Wie weit das Biegen ist</translation>
        </message>
        <message>
            <source>Play the bends</source>
            <translation>Biegen abspielen</translation>
        </message>
        <message>
            <source>Test bend: set</source>
            <translation>Probebogen: gestellt</translation>
        </message>
        <message>
            <source>Test bend: kept</source>
            <translation>Probebogen: geblieben</translation>
        </message>
        <message>
            <source>Log the test bend</source>
            <translation>Probebogen eintragen</translation>
        </message>
        <message>
            <source>Set</source>
            <translation>Gestellt</translation>
        </message>
        <message>
            <source>kept</source>
            <translation>geblieben</translation>
        </message>
        <message>
            <source>It can be made.</source>
            <translation>Es lässt sich machen.</translation>
        </message>
        <message>
            <source>its end</source>
            <translation>sein Ende</translation>
        </message>
        <message>
            <source>its start</source>
            <translation>sein Anfang</translation>
        </message>
        <message>
            <source>No tube of this piece is bent.</source>
            <translation>Kein Rohr dieses Stücks wird gebogen.</translation>
        </message>
        <message>
            <source>Bend %1 of %2: the mark %3 from the fed end at the die, set %4 for %5</source>
            <translation>Bogen %1 von %2: die Marke %3 vom eingeführten Ende an die Form, auf %4 stellen für %5</translation>
        </message>
        <message>
            <source>; turn the tube by %1 first</source>
            <translation>; vorher das Rohr um %1 drehen</translation>
        </message>
        <message>
            <source>; in %1 pulls</source>
            <translation>; in %1 Zügen</translation>
        </message>
        <message>
            <source>Set by %1 test bends with this die in this material.</source>
            <translation>Gestellt nach %1 Probebögen mit dieser Form in diesem Werkstoff.</translation>
        </message>
        <message>
            <source>No test bend with this die in this material yet: 2° in 90° are usual. Make one.</source>
            <translation>Noch kein Probebogen mit dieser Form in diesem Werkstoff: 2° auf 90° sind üblich. Einen machen.</translation>
        </message>
        <message>
            <source>Stop</source>
            <translation>Anhalten</translation>
        </message>
        <message>
            <source>Type what the bender was set to, and what the tube kept of it: no more.</source>
            <translation>Eingeben, worauf die Maschine gestellt war und was das Rohr davon behielt: nicht mehr.</translation>
        </message>
        <message>
            <source>Log a test bend</source>
            <translation>Einen Probebogen eintragen</translation>
        </message>
        <message>
            <source>%1 and %2</source>
            <translation>%1 und %2</translation>
        </message>
        <message>
            <source>It can be made, and saves %1.</source>
            <translation>Es geht und spart %1.</translation>
        </message>
        <message>
            <source>Bend both sides of one tube where that saves tube, and saw it apart after</source>
            <translation>Beide Seiten aus einem Rohr biegen, wo das Rohr spart, und danach trennen</translation>
        </message>
        <message>
            <source>Bend both sides of one tube</source>
            <translation>Beide Seiten aus einem Rohr biegen</translation>
        </message>
        <message>
            <source>Bend every tube by itself</source>
            <translation>Jedes Rohr für sich biegen</translation>
        </message>
        <message>
            <source> Saw it apart %1 from the fed end when all bends are made.</source>
            <translation> Nach allen Biegungen %1 vom eingeschobenen Ende trennen.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::BenderView</name>
        <message>
            <source>The tube in the bender, from above and along it</source>
            <translation>Das Rohr in der Maschine, von oben und entlang</translation>
        </message>
        <message>
            <source>Choose a bent tube that the bender can make.</source>
            <translation>Ein gebogenes Rohr wählen, das die Maschine kann.</translation>
        </message>
        <message>
            <source>From above: bed to the left, die above the tube</source>
            <translation>Von oben: Bett links, Form über dem Rohr</translation>
        </message>
        <message>
            <source>Along it, with the floor</source>
            <translation>Entlang, mit dem Boden</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::BuildBox</name>
        <message>
            <source>Build by hand</source>
            <translation>Von Hand bauen</translation>
        </message>
        <message>
            <source>What to build</source>
            <translation>Was gebaut wird</translation>
        </message>
        <message>
            <source>Add: %1</source>
            <translation>Dazu: %1</translation>
        </message>
        <message>
            <source>Build</source>
            <translation>Bauen</translation>
        </message>
        <message>
            <source>Templates are read from drawings in Measure, Templates.</source>
            <translation>Schablonen werden unter Messen, Schablonen aus Zeichnungen gelesen.</translation>
        </message>
        <message>
            <source>beam@350 or x, y, z</source>
            <translation>balken@350 oder x, y, z</translation>
        </message>
        <message>
            <source>beam@350 wall rearward</source>
            <translation>balken@350 wall rearward</translation>
        </message>
        <message>
            <source>Pick "%1" in the pictures</source>
            <translation>"%1" in den Bildern zeigen</translation>
        </message>
        <message>
            <source>Build: %1</source>
            <translation>Bauen: %1</translation>
        </message>
        <message>
            <source>Take back: %1</source>
            <translation>Zurücknehmen: %1</translation>
        </message>
        <message>
            <source>Take back what was built by hand</source>
            <translation>Von Hand Gebautes zurücknehmen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::BuyPage</name>
        <message>
            <source>bar</source>
            <translation>Stange</translation>
        </message>
        <message>
            <source>bars</source>
            <translation>Stangen</translation>
        </message>
        <message>
            <source>Address of a supplier</source>
            <translation>Adresse eines Lieferanten</translation>
        </message>
        <message>
            <source>Take the cheapest of each</source>
            <translation>Von jedem das Billigste</translation>
        </message>
        <message>
            <source>Supplier</source>
            <translation>Lieferant</translation>
        </message>
        <message>
            <source>What has to be bought</source>
            <translation>Was gekauft werden muss</translation>
        </message>
        <message>
            <source>What</source>
            <translation>Was</translation>
        </message>
        <message>
            <source>Wanted</source>
            <translation>Gebraucht</translation>
        </message>
        <message>
            <source>Own price</source>
            <translation>Eigener Preis</translation>
        </message>
        <message>
            <source>Offers</source>
            <translation>Angebote</translation>
        </message>
        <message>
            <source>Chosen</source>
            <translation>Gewählt</translation>
        </message>
        <message>
            <source>Take it from</source>
            <translation>Nehmen von</translation>
        </message>
        <message>
            <source>%1 %2</source>
            <translation>%1 %2</translation>
        </message>
        <message>
            <source>not known</source>
            <translation>unbekannt</translation>
        </message>
        <message>
            <source>%1 (%2 h)</source>
            <translation>%1 (%2 h)</translation>
        </message>
        <message>
            <source>Stop asking</source>
            <translation>Nicht mehr fragen</translation>
        </message>
        <message>
            <source>Ask for prices</source>
            <translation>Preise erfragen</translation>
        </message>
        <message>
            <source>%1: %2</source>
            <translation>%1: %2</translation>
        </message>
        <message>
            <source>own price</source>
            <translation>eigener Preis</translation>
        </message>
        <message>
            <source>open</source>
            <translation>offen</translation>
        </message>
        <message>
            <source>made here</source>
            <translation>hier gemacht</translation>
        </message>
        <message>
            <source>the shop, %1</source>
            <translation>die Werkstatt, %1</translation>
        </message>
        <message>
            <source>not decided yet</source>
            <translation>noch nicht entschieden</translation>
        </message>
        <message>
            <source>made here, %1</source>
            <translation>hier gemacht, %1</translation>
        </message>
        <message>
            <source>%1, %2 in %3 days</source>
            <translation>%1, %2 in %3 Tagen</translation>
        </message>
        <message>
            <source>, but as %1</source>
            <translation>, aber als %1</translation>
        </message>
        <message>
            <source>, only %1 there</source>
            <translation>, nur %1 dort</translation>
        </message>
        <message>
            <source>%1, no offer anymore</source>
            <translation>%1, kein Angebot mehr</translation>
        </message>
        <message>
            <source>Nothing has to be bought: the rack has it all, or no piece is there.</source>
            <translation>Nichts muss gekauft werden: das Regal hat alles, oder es ist kein Stück da.</translation>
        </message>
        <message>
            <source>Own price: %1.</source>
            <translation>Eigener Preis: %1.</translation>
        </message>
        <message>
            <source>%1 says: %2</source>
            <translation>%1 sagt: %2</translation>
        </message>
        <message>
            <source>All choices together: %1 on the material, %2 h of work, the last is there in %3 days.</source>
            <translation>Alles Gewählte zusammen: %1 auf den Werkstoff, %2 h Arbeit, das letzte ist in %3 Tagen da.</translation>
        </message>
        <message numerus="yes">
            <source>Asking %1 for %n item(s)...</source>
            <translation>
                <numerusform>%1 wird nach einem Posten gefragt...</numerusform>
                <numerusform>%1 wird nach %n Posten gefragt...</numerusform>
            </translation>
        </message>
        <message>
            <source>%1 offers %2 of %3.</source>
            <translation>%1 bietet %2 von %3 an.</translation>
        </message>
        <message>
            <source>
and %1 more.</source>
            <translation>
und %1 mehr.</translation>
        </message>
        <message>
            <source>Prices of %1</source>
            <translation>Preise von %1</translation>
        </message>
        <message>
            <source>Take %1 from %2</source>
            <translation>%1 von %2 nehmen</translation>
        </message>
        <message>
            <source>, in lots: %1 %2</source>
            <translation>, in ganzen Losen: %1 %2</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::CheckModel</name>
        <message>
            <source>%1
%2%3</source>
            <translation>%1
%2%3</translation>
        </message>
        <message>
            <source>
Not proved: it rests on an assumed grade.</source>
            <translation>
Nicht nachgewiesen: es ruht auf einer angenommenen Güte.</translation>
        </message>
        <message>
            <source>
Not proved: %1.</source>
            <translation>
Nicht nachgewiesen: %1.</translation>
        </message>
        <message>
            <source>
Not proved: it hangs on the size of the shells.</source>
            <translation>
Nicht nachgewiesen: es hängt an der Größe der Schalen.</translation>
        </message>
        <message>
            <source> (not proved)</source>
            <translation> (nicht nachgewiesen)</translation>
        </message>
        <message>
            <source>Works at</source>
            <translation>Arbeitet zu</translation>
        </message>
        <message>
            <source>What, by its worst duty</source>
            <translation>Was, unter seiner schlimmsten Aufgabe</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::CutBench</name>
        <message>
            <source>Cut list</source>
            <translation>Schnittliste</translation>
        </message>
        <message>
            <source>Clean mill scale, zinc and paint off where it will be welded: the fumes of coatings are poisonous. Guard, gloves and glasses at the saw and the grinder.</source>
            <translation>Zunder, Zink und Farbe dort entfernen, wo geschweißt wird: der Rauch von Überzügen ist giftig. Schutz, Handschuhe und Brille an Säge und Schleifer.</translation>
        </message>
        <message>
            <source>Cut list as CSV...</source>
            <translation>Schnittliste als CSV...</translation>
        </message>
        <message>
            <source>Rack and prices...</source>
            <translation>Regal und Preise...</translation>
        </message>
        <message>
            <source>As cut</source>
            <translation>Wie geschnitten</translation>
        </message>
        <message>
            <source>Length as cut</source>
            <translation>Länge wie geschnitten</translation>
        </message>
        <message>
            <source>Length as cut of %1</source>
            <translation>Länge wie geschnitten von %1</translation>
        </message>
        <message>
            <source>Parts</source>
            <translation>Teile</translation>
        </message>
        <message>
            <source>Bender</source>
            <translation>Biegen</translation>
        </message>
        <message>
            <source>Sheets</source>
            <translation>Tafeln</translation>
        </message>
        <message>
            <source>Buy</source>
            <translation>Kaufen</translation>
        </message>
        <message>
            <source>Take the tick back</source>
            <translation>Haken zurücknehmen</translation>
        </message>
        <message>
            <source>Tick bar %1 as cut</source>
            <translation>Stange %1 als geschnitten abhaken</translation>
        </message>
        <message>
            <source>Tick as cut</source>
            <translation>Als geschnitten abhaken</translation>
        </message>
        <message>
            <source>Take back that %1 is cut</source>
            <translation>Zurücknehmen, dass %1 geschnitten ist</translation>
        </message>
        <message>
            <source>The rack stays as it was booked: put the bar right there, or undo.</source>
            <translation>Das Regal bleibt, wie gebucht: dort die Stange berichtigen, oder rückgängig machen.</translation>
        </message>
        <message>
            <source>Tick %1 as cut</source>
            <translation>%1 als geschnitten abhaken</translation>
        </message>
        <message>
            <source>Cut bar %1</source>
            <translation>Stange %1 schneiden</translation>
        </message>
        <message>
            <source>%1 is cut up; %2 of it are scrap.</source>
            <translation>%1 ist aufgeschnitten; %2 davon sind Abfall.</translation>
        </message>
        <message>
            <source>%1 is cut up; %2 go back to the rack. Mark them %3.</source>
            <translation>%1 ist aufgeschnitten; %2 gehen zurück ins Regal. Mit %3 bezeichnen.</translation>
        </message>
        <message>
            <source>Choose a part to see its holes and how to cut it.</source>
            <translation>Ein Teil wählen, um seine Löcher und seinen Zuschnitt zu sehen.</translation>
        </message>
        <message>
            <source>  (plate holes in vehicle axes)</source>
            <translation>  (Löcher in Blechen in den Achsen des Fahrzeugs)</translation>
        </message>
        <message>
            <source>  (from the start of the bar / above its middle)</source>
            <translation>  (vom Anfang der Stange / über ihrer Mitte)</translation>
        </message>
        <message>
            <source>No holes, nothing special.</source>
            <translation>Keine Löcher, nichts Besonderes.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::CutPartView</name>
        <message>
            <source>and %1 more on the job sheet</source>
            <translation>und %1 weitere auf dem Auftragsblatt</translation>
        </message>
        <message>
            <source>The chosen part as it is cut</source>
            <translation>Das gewählte Teil, wie es geschnitten wird</translation>
        </message>
        <message>
            <source>Choose a part in the list to see it as it is cut, bent and folded.</source>
            <translation>Ein Teil in der Liste wählen, um zu sehen, wie es geschnitten, gebogen und gekantet wird.</translation>
        </message>
        <message>
            <source>%1. %2</source>
            <translation>%1. %2</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::DatumModel</name>
        <message>
            <source>Measure %1</source>
            <translation>%1 messen</translation>
        </message>
        <message>
            <source>From the maker's papers or a hardness test. While it is assumed, the frame ends are not proved.</source>
            <translation>Aus den Papieren des Herstellers oder einer Härteprüfung. Solange sie angenommen ist, gelten die Rahmenenden nicht als nachgewiesen.</translation>
        </message>
        <message>
            <source>Steel of the rails</source>
            <translation>Stahl der Träger</translation>
        </message>
        <message>
            <source>Look into the end of a rail: a closed box, a channel that is open toward the middle, or an inverted hat that is open above. While it is unknown, the weaker is taken and nothing is proved.</source>
            <translation>In das Ende eines Trägers sehen: ein geschlossener Kasten, ein zur Mitte offenes U oder ein oben offener Hut. Solange es unbekannt ist, gilt das Schwächere und nichts ist nachgewiesen.</translation>
        </message>
        <message>
            <source>Section of the rails</source>
            <translation>Querschnitt der Träger</translation>
        </message>
        <message>
            <source>seen</source>
            <translation>gesehen</translation>
        </message>
        <message>
            <source>measure</source>
            <translation>messen</translation>
        </message>
        <message>
            <source>for %1</source>
            <translation>für %1</translation>
        </message>
        <message>
            <source>What</source>
            <translation>Was</translation>
        </message>
        <message>
            <source>Measure</source>
            <translation>Messen</translation>
        </message>
        <message>
            <source>Known</source>
            <translation>Bekannt</translation>
        </message>
        <message>
            <source>Choose the steel of the rails</source>
            <translation>Stahl der Träger wählen</translation>
        </message>
        <message>
            <source>Say what the rails are</source>
            <translation>Sagen, was die Träger sind</translation>
        </message>
        <message>
            <source>Mark the steel of the rails as %1</source>
            <translation>Stahl der Träger als %1 bezeichnen</translation>
        </message>
        <message>
            <source>Mark %1 as %2</source>
            <translation>%1 als %2 bezeichnen</translation>
        </message>
        <message>
            <source>%1: %2 was understood; it should be from %3 to %4.</source>
            <translation>%1: %2 wurde verstanden; es sollte von %3 bis %4 sein.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::DemoList</name>
        <message>
            <source>Demo jobs</source>
            <translation>Beispielaufträge</translation>
        </message>
        <message>
            <source>measured, nothing laid out yet</source>
            <translation>gemessen, noch nichts entworfen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::DrivePage</name>
        <message>
            <source>The vehicle on its way, from the side</source>
            <translation>Das Fahrzeug auf seinem Weg, von der Seite</translation>
        </message>
        <message>
            <source>Place along the way</source>
            <translation>Ort auf dem Weg</translation>
        </message>
        <message>
            <source>Play</source>
            <translation>Abspielen</translation>
        </message>
        <message>
            <source>profile from a file...</source>
            <translation>Profil aus einer Datei...</translation>
        </message>
        <message>
            <source>Over a</source>
            <translation>Über</translation>
        </message>
        <message>
            <source>Open a profile</source>
            <translation>Ein Profil öffnen</translation>
        </message>
        <message>
            <source>Tables (*.csv);;All files (*)</source>
            <translation>Tabellen (*.csv);;Alle Dateien (*)</translation>
        </message>
        <message>
            <source>garden number </source>
            <translation>garden number </translation>
        </message>
        <message>
            <source>On tire</source>
            <translation>Auf Reifen</translation>
        </message>
        <message>
            <source>Carrying</source>
            <translation>Beladen mit</translation>
        </message>
        <message>
            <source>all that is aboard</source>
            <translation>allem an Bord</translation>
        </message>
        <message>
            <source>nothing</source>
            <translation>nichts</translation>
        </message>
        <message>
            <source>Driven</source>
            <translation>Gefahren</translation>
        </message>
        <message>
            <source>forward</source>
            <translation>vorwärts</translation>
        </message>
        <message>
            <source>in reverse</source>
            <translation>rückwärts</translation>
        </message>
        <message>
            <source>What strikes</source>
            <translation>Was aufsetzt</translation>
        </message>
        <message>
            <source>Strikes</source>
            <translation>Setzt auf</translation>
        </message>
        <message>
            <source>Deep</source>
            <translation>Tief</translation>
        </message>
        <message>
            <source>Force</source>
            <translation>Kraft</translation>
        </message>
        <message>
            <source>Find the limits</source>
            <translation>Grenzen suchen</translation>
        </message>
        <message>
            <source>Stop</source>
            <translation>Anhalten</translation>
        </message>
        <message>
            <source>%1 cannot be read: %2</source>
            <translation>%1 ist nicht zu lesen: %2</translation>
        </message>
        <message>
            <source> (open another...)</source>
            <translation> (ein anderes öffnen...)</translation>
        </message>
        <message>
            <source>Stopped.</source>
            <translation>Angehalten.</translation>
        </message>
        <message>
            <source>Nothing strikes.</source>
            <translation>Nichts setzt auf.</translation>
        </message>
        <message>
            <source>Parts that strike: %1. What is hit would have to lift the vehicle as far as it is deep.</source>
            <translation>Teile, die aufsetzen: %1. Was getroffen wird, müsste das Fahrzeug so weit heben, wie es tief ist.</translation>
        </message>
        <message>
            <source> Wheels leave the ground: %1.</source>
            <translation> Räder verlassen den Boden: %1.</translation>
        </message>
        <message>
            <source>&lt;tr&gt;&lt;td&gt;Clears at most&lt;/td&gt;&lt;td&gt;forward&amp;nbsp;&lt;/td&gt;&lt;td&gt;reverse&lt;/td&gt;&lt;/tr&gt;</source>
            <translation>&lt;tr&gt;&lt;td&gt;Kommt höchstens über&lt;/td&gt;&lt;td&gt;vorwärts&amp;nbsp;&lt;/td&gt;&lt;td&gt;rückwärts&lt;/td&gt;&lt;/tr&gt;</translation>
        </message>
        <message>
            <source>Pause</source>
            <translation>Pause</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::Finder</name>
        <message>
            <source>Find an action</source>
            <translation>Eine Handlung suchen</translation>
        </message>
        <message>
            <source>Type a few letters of what you want to do</source>
            <translation>Einige Buchstaben dessen eingeben, was getan werden soll</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::FindingsPanel</name>
        <message>
            <source>Nothing to settle</source>
            <translation>Nichts zu klären</translation>
        </message>
        <message numerus="yes">
            <source>%n thing(s) to settle</source>
            <translation>
                <numerusform>1 zu klären</numerusform>
                <numerusform>%n zu klären</numerusform>
            </translation>
        </message>
        <message>
            <source>Show me</source>
            <translation>Zeigen</translation>
        </message>
        <message>
            <source>Why</source>
            <translation>Warum</translation>
        </message>
        <message>
            <source>Looking for remedies...</source>
            <translation>Abhilfen werden gesucht...</translation>
        </message>
        <message>
            <source>(helps, does not cure)</source>
            <translation>(hilft, heilt nicht)</translation>
        </message>
        <message>
            <source>Brings %1 new things to settle.</source>
            <translation>Bringt %1 Neues zu klären.</translation>
        </message>
        <message>
            <source>Takes the remedy; it can be undone.</source>
            <translation>Nimmt die Abhilfe; sie lässt sich zurücknehmen.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::FitBench</name>
        <message>
            <source>The piece from above, where to measure marked</source>
            <translation>Das Stück von oben, mit den Messstellen</translation>
        </message>
        <message>
            <source>From above, front down</source>
            <translation>Von oben, vorn nach unten</translation>
        </message>
        <message>
            <source>What to measure and to look at</source>
            <translation>Was zu messen und anzusehen ist</translation>
        </message>
        <message>
            <source>Hold the tape</source>
            <translation>Das Maßband halten</translation>
        </message>
        <message>
            <source>Should read</source>
            <translation>Sollte lesen</translation>
        </message>
        <message>
            <source>Reads</source>
            <translation>Liest</translation>
        </message>
        <message>
            <source>What that says</source>
            <translation>Was das heißt</translation>
        </message>
        <message>
            <source>Why: the working</source>
            <translation>Warum: die Rechnung</translation>
        </message>
        <message>
            <source>What it reads</source>
            <translation>Was es liest</translation>
        </message>
        <message>
            <source>Tick as looked at</source>
            <translation>Als angesehen abhaken</translation>
        </message>
        <message>
            <source>Support the piece by a stand or a hoist while its bolts are out; never work under a vehicle that stands on a jack alone.</source>
            <translation>Das Stück auf einen Bock oder an ein Hebezeug, während seine Schrauben heraus sind; nie unter einem Fahrzeug arbeiten, das nur auf einem Wagenheber steht.</translation>
        </message>
        <message>
            <source>%1 ± %2</source>
            <translation>%1 ± %2</translation>
        </message>
        <message>
            <source>As built, by %1 readings: %2 %3 Gaps, angles and the proof are of this shape.</source>
            <translation>Wie gebaut, nach %1 Ablesungen: %2 %3 Abstände, Winkel und der Nachweis gelten für diese Form.</translation>
        </message>
        <message>
            <source>it goes on.</source>
            <translation>es geht darauf.</translation>
        </message>
        <message>
            <source>it should go on, if what was not read is as drawn.</source>
            <translation>es sollte darauf gehen, wenn das nicht Gelesene ist wie gezeichnet.</translation>
        </message>
        <message>
            <source>it does not go on.</source>
            <translation>es geht nicht darauf.</translation>
        </message>
        <message>
            <source>Read at least three distances between holes of the left and the right: they say whether the piece goes on before it is lifted.</source>
            <translation>Mindestens drei Abstände zwischen Löchern links und rechts lesen: sie sagen, ob das Stück darauf geht, bevor es gehoben wird.</translation>
        </message>
        <message>
            <source>Take it back</source>
            <translation>Zurücknehmen</translation>
        </message>
        <message>
            <source>Lay out a piece first.</source>
            <translation>Erst ein Stück entwerfen.</translation>
        </message>
        <message>
            <source>Choose a line, then type what the tape reads.</source>
            <translation>Eine Zeile wählen, dann eingeben, was das Maßband liest.</translation>
        </message>
        <message>
            <source>Note a reading</source>
            <translation>Eine Ablesung eintragen</translation>
        </message>
        <message>
            <source>Take a reading back</source>
            <translation>Eine Ablesung zurücknehmen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::Gallery</name>
        <message>
            <source>Add a piece</source>
            <translation>Ein Stück hinzufügen</translation>
        </message>
        <message>
            <source>Add a piece, as it comes, drawn on %1</source>
            <translation>Ein Stück hinzufügen, wie es kommt, gezeichnet am %1</translation>
        </message>
        <message>
            <source>The shop's own</source>
            <translation>Der Werkstatt eigene</translation>
        </message>
        <message>
            <source>From the rack</source>
            <translation>Aus dem Regal</translation>
        </message>
        <message>
            <source>Close</source>
            <translation>Schließen</translation>
        </message>
        <message>
            <source>Not on this vehicle yet: %1</source>
            <translation>An diesem Fahrzeug noch nicht: %1</translation>
        </message>
        <message>
            <source>%1, material %2 %3</source>
            <translation>%1, Werkstoff %2 %3</translation>
        </message>
        <message>
            <source>; %1 then %2</source>
            <translation>; %1 dann %2</translation>
        </message>
        <message>
            <source>See what the rack can become</source>
            <translation>Sehen, was aus dem Regal werden kann</translation>
        </message>
        <message>
            <source>How far the search of the rack is</source>
            <translation>Wie weit die Suche im Regal ist</translation>
        </message>
        <message>
            <source>Stop</source>
            <translation>Anhalten</translation>
        </message>
        <message>
            <source>No bar on the rack fits a piece for this vehicle.</source>
            <translation>Keine Stange im Regal passt zu einem Stück für dieses Fahrzeug.</translation>
        </message>
        <message>
            <source>Sorted: what needs no bar bought comes first, then what leaves least over of the bars it cuts into.</source>
            <translation>Geordnet: zuerst, was keine gekaufte Stange braucht, dann, was von den angeschnittenen am wenigsten übrig lässt.</translation>
        </message>
        <message>
            <source>%1 from the rack, %2 left over, %3 to buy</source>
            <translation>%1 aus dem Regal, %2 bleiben, %3 zu kaufen</translation>
        </message>
        <message>
            <source>%1 from the rack, %2 left over, no bar to buy</source>
            <translation>%1 aus dem Regal, %2 bleiben, keine Stange zu kaufen</translation>
        </message>
        <message>
            <source>Kept from an earlier job; after the pattern "%1".</source>
            <translation>Aus einem früheren Auftrag behalten; nach dem Muster "%1".</translation>
        </message>
        <message>
            <source>Add this piece</source>
            <translation>Dieses Stück hinzufügen</translation>
        </message>
        <message>
            <source>Add %1</source>
            <translation>%1 hinzufügen</translation>
        </message>
        <message>
            <source>Forget it</source>
            <translation>Vergessen</translation>
        </message>
        <message>
            <source>Forget the pattern %1</source>
            <translation>Das Muster %1 vergessen</translation>
        </message>
        <message>
            <source>Forgotten. Jobs that have such a piece keep it.</source>
            <translation>Vergessen. Aufträge mit einem solchen Stück behalten es.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::GaugeButton</name>
        <message>
            <source>Governed by %1. Click for the working.</source>
            <translation>Bestimmt durch %1. Klicken für die Rechnung.</translation>
        </message>
        <message>
            <source>Click for the working.</source>
            <translation>Klicken für die Rechnung.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::Handbook</name>
        <message>
            <source>Handbook</source>
            <translation>Handbuch</translation>
        </message>
        <message>
            <source>The handbook is not where it was installed: %1</source>
            <translation>Das Handbuch ist nicht dort, wo es eingerichtet wurde: %1</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::InspectPage</name>
        <message>
            <source>Note an inspection of today</source>
            <translation>Eine Besichtigung von heute eintragen</translation>
        </message>
        <message>
            <source>Why: the working</source>
            <translation>Warum: die Rechnung</translation>
        </message>
        <message>
            <source>Where to look first</source>
            <translation>Wo zuerst hinzusehen ist</translation>
        </message>
        <message>
            <source>Look here</source>
            <translation>Hier ansehen</translation>
        </message>
        <message>
            <source>Life used</source>
            <translation>Leben verbraucht</translation>
        </message>
        <message>
            <source>Hits</source>
            <translation>Treffer</translation>
        </message>
        <message>
            <source>Flaw</source>
            <translation>Fehler</translation>
        </message>
        <message>
            <source>Cracks and dents that are watched</source>
            <translation>Risse und Dellen, die beobachtet werden</translation>
        </message>
        <message>
            <source>What</source>
            <translation>Was</translation>
        </message>
        <message>
            <source>Size</source>
            <translation>Größe</translation>
        </message>
        <message>
            <source>Grows in 1000 km</source>
            <translation>Wächst in 1000 km</translation>
        </message>
        <message>
            <source>Seen</source>
            <translation>Gesehen</translation>
        </message>
        <message>
            <source>Last</source>
            <translation>Zuletzt</translation>
        </message>
        <message>
            <source>Clean the seam, look with a lamp and a glass along both toes. A cracked weld is not welded over: grind it out first. What carries people on the road is for qualified welders and local codes.</source>
            <translation>Die Naht reinigen, mit Lampe und Glas entlang beider Ränder sehen. Eine gerissene Naht wird nicht überschweißt: erst ausschleifen. Was Menschen auf der Straße trägt, gehört geprüften Schweißern und örtlichen Vorschriften.</translation>
        </message>
        <message>
            <source>Nothing has been driven yet. Log a trip: the next inspection follows from it.</source>
            <translation>Noch nichts gefahren. Eine Fahrt eintragen: die nächste Besichtigung folgt daraus.</translation>
        </message>
        <message>
            <source>An inspection is due. %1</source>
            <translation>Eine Besichtigung ist fällig. %1</translation>
        </message>
        <message>
            <source>%1 km driven, %2 since the last inspection. The next one in %3 km. %4</source>
            <translation>%1 km gefahren, %2 seit der letzten Besichtigung. Die nächste in %3 km. %4</translation>
        </message>
        <message>
            <source>%1 %</source>
            <translation>%1 %</translation>
        </message>
        <message>
            <source>yes</source>
            <translation>ja</translation>
        </message>
        <message>
            <source>Crack, %1</source>
            <translation>Riss, %1</translation>
        </message>
        <message>
            <source>Dent, %1</source>
            <translation>Delle, %1</translation>
        </message>
        <message>
            <source>Note an inspection</source>
            <translation>Eine Besichtigung eintragen</translation>
        </message>
        <message>
            <source>Looked at where it works hardest</source>
            <translation>Angesehen, wo es am härtesten arbeitet</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::InstrumentPort</name>
        <message>
            <source>No answer came. Look at the instrument and take the reading again.</source>
            <translation>Es kam keine Antwort. Das Gerät ansehen und noch einmal ablesen.</translation>
        </message>
        <message>
            <source>The port %1 cannot be opened: %2.</source>
            <translation>Der Anschluss %1 lässt sich nicht öffnen: %2.</translation>
        </message>
        <message>
            <source>No file can be written for the stand-in.</source>
            <translation>Für das simulierte Gerät lässt sich keine Datei schreiben.</translation>
        </message>
        <message>
            <source>The stand-in cannot be started: %1.</source>
            <translation>Das simulierte Gerät lässt sich nicht starten: %1.</translation>
        </message>
        <message>
            <source>What comes from the port has no lines. Is this an instrument?</source>
            <translation>Was vom Anschluss kommt, hat keine Zeilen. Ist das ein Messgerät?</translation>
        </message>
        <message>
            <source>The instrument is gone. What it has read is kept; connect it again to go on.</source>
            <translation>Das Gerät ist weg. Was es gelesen hat, bleibt; neu verbinden, um weiterzumachen.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::InstrumentStrip</name>
        <message>
            <source>Instrument</source>
            <translation>Messgerät</translation>
        </message>
        <message>
            <source>Connect</source>
            <translation>Verbinden</translation>
        </message>
        <message>
            <source>Take reading</source>
            <translation>Ablesen</translation>
        </message>
        <message>
            <source>Connected. The next reading lands on: %1.</source>
            <translation>Verbunden. Die nächste Ablesung geht nach: %1.</translation>
        </message>
        <message>
            <source>Connected. Choose what to measure in the list.</source>
            <translation>Verbunden. In der Liste wählen, was gemessen wird.</translation>
        </message>
        <message>
            <source>Disconnected.</source>
            <translation>Getrennt.</translation>
        </message>
        <message>
            <source>Disconnect</source>
            <translation>Trennen</translation>
        </message>
        <message>
            <source>%1: %2 on the rope.</source>
            <translation>%1: %2 am Seil.</translation>
        </message>
        <message>
            <source>%1: %2. It belongs to a proof pull.</source>
            <translation>%1: %2. Das gehört zu einem Probezug.</translation>
        </message>
        <message>
            <source>%1: %2. Choose what it is of in the list, and read again.</source>
            <translation>%1: %2. In der Liste wählen, wovon, und noch einmal lesen.</translation>
        </message>
        <message>
            <source>%1: %2. That is no measure for "%3": it stays as it was.</source>
            <translation>%1: %2. Das ist kein Maß für "%3": es bleibt, wie es war.</translation>
        </message>
        <message>
            <source>%1: %2 taken for %3.</source>
            <translation>%1: %2 übernommen für %3.</translation>
        </message>
        <message>
            <source> Next: %1.</source>
            <translation> Als nächstes: %1.</translation>
        </message>
        <message>
            <source>front left</source>
            <translation>vorn links</translation>
        </message>
        <message>
            <source>front right</source>
            <translation>vorn rechts</translation>
        </message>
        <message>
            <source>rear left</source>
            <translation>hinten links</translation>
        </message>
        <message>
            <source>rear right</source>
            <translation>hinten rechts</translation>
        </message>
        <message>
            <source>Still to come: %1.</source>
            <translation>Es fehlen noch: %1.</translation>
        </message>
        <message>
            <source>Taken: %1 on the front axle, %2 on the rear; left side %3, right side %4.</source>
            <translation>Übernommen: %1 auf der Vorderachse, %2 hinten; linke Seite %3, rechte Seite %4.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::JigFloor</name>
        <message>
            <source>The floor from above with every place of the jig</source>
            <translation>Der Boden von oben mit jeder Stelle der Lehre</translation>
        </message>
        <message>
            <source>The piece holds to nothing that a jig could stand for.</source>
            <translation>Das Stück hält an nichts, wofür eine Lehre stehen könnte.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::JigPage</name>
        <message>
            <source>dummy bolt %1</source>
            <translation>Ersatzschraube %1</translation>
        </message>
        <message>
            <source>dummy spindle %1</source>
            <translation>Ersatzachse %1</translation>
        </message>
        <message>
            <source>stop</source>
            <translation>Anschlag</translation>
        </message>
        <message>
            <source>dummy tube %1</source>
            <translation>Ersatzrohr %1</translation>
        </message>
        <message>
            <source>stand</source>
            <translation>Bock</translation>
        </message>
        <message>
            <source>%1, set %2 higher</source>
            <translation>%1, um %2 höher gestellt</translation>
        </message>
        <message>
            <source>Places of the jig</source>
            <translation>Stellen der Lehre</translation>
        </message>
        <message>
            <source>Place</source>
            <translation>Stelle</translation>
        </message>
        <message>
            <source>From A</source>
            <translation>Von A</translation>
        </message>
        <message>
            <source>From B</source>
            <translation>Von B</translation>
        </message>
        <message>
            <source>Height</source>
            <translation>Höhe</translation>
        </message>
        <message>
            <source>What stands there</source>
            <translation>Was dort steht</translation>
        </message>
        <message>
            <source>Distances that say whether the jig is true</source>
            <translation>Abstände, die sagen, ob die Lehre stimmt</translation>
        </message>
        <message>
            <source>Between</source>
            <translation>Zwischen</translation>
        </message>
        <message>
            <source>Distance</source>
            <translation>Abstand</translation>
        </message>
        <message>
            <source>Stands carry the piece while it is hot: weight or bolt them down. Galvanized floor plates and zinc dummies give off poisonous fumes.</source>
            <translation>Böcke tragen das Stück, solange es heiß ist: beschweren oder festschrauben. Verzinkte Bodenplatten und Ersatzteile geben giftigen Rauch ab.</translation>
        </message>
        <message>
            <source>%1  %2</source>
            <translation>%1  %2</translation>
        </message>
        <message>
            <source>%1 to %2</source>
            <translation>%1 nach %2</translation>
        </message>
        <message>
            <source>%1. %2
</source>
            <translation>%1. %2
</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::JobFiles</name>
        <message>
            <source>Open a job</source>
            <translation>Einen Auftrag öffnen</translation>
        </message>
        <message>
            <source>The job cannot be opened</source>
            <translation>Der Auftrag lässt sich nicht öffnen</translation>
        </message>
        <message>
            <source>The job is not saved</source>
            <translation>Der Auftrag ist nicht gespeichert</translation>
        </message>
        <message>
            <source>%1 was written by another window or program since it was opened here. To keep both, save this one under another name (Save as). To take theirs, open the file again. Nothing is lost meanwhile.</source>
            <translation>%1 wurde von einem anderen Fenster oder Programm geschrieben, seit es hier geöffnet wurde. Um beide zu behalten, diesen unter anderem Namen speichern (Speichern unter). Um den anderen zu nehmen, die Datei neu öffnen. Bis dahin geht nichts verloren.</translation>
        </message>
        <message>
            <source>The job cannot be saved</source>
            <translation>Der Auftrag lässt sich nicht speichern</translation>
        </message>
        <message>
            <source>The job is saved, but not in the shop's list</source>
            <translation>Der Auftrag ist gespeichert, aber nicht in der Liste der Werkstatt</translation>
        </message>
        <message>
            <source>%1 is not kept</source>
            <translation>%1 wird nicht behalten</translation>
        </message>
        <message>
            <source>Kept as a pattern</source>
            <translation>Als Muster behalten</translation>
        </message>
        <message>
            <source>%1 stands first in the gallery of pieces (Add), for this and every other job. Its name is that of the piece; keeping it again replaces it.</source>
            <translation>%1 steht als erstes in der Auswahl der Stücke (Hinzufügen), für diesen und jeden anderen Auftrag. Es heißt wie das Stück; noch einmal behalten ersetzt es.</translation>
        </message>
        <message>
            <source>The shop's list cannot be opened</source>
            <translation>Die Liste der Werkstatt lässt sich nicht öffnen</translation>
        </message>
        <message>
            <source>Save the job</source>
            <translation>Den Auftrag speichern</translation>
        </message>
        <message>
            <source>There is no cut list yet</source>
            <translation>Noch gibt es keine Schnittliste</translation>
        </message>
        <message>
            <source>Measure the vehicle and lay out a piece first.</source>
            <translation>Erst das Fahrzeug messen und ein Stück entwerfen.</translation>
        </message>
        <message>
            <source>Save the cut list</source>
            <translation>Die Schnittliste speichern</translation>
        </message>
        <message>
            <source>The cut list cannot be saved</source>
            <translation>Die Schnittliste lässt sich nicht speichern</translation>
        </message>
        <message>
            <source>A folder for the cutting files</source>
            <translation>Ein Ordner für die Schneiddateien</translation>
        </message>
        <message>
            <source>The cutting files cannot be written</source>
            <translation>Die Schneiddateien lassen sich nicht schreiben</translation>
        </message>
        <message>
            <source>Cutting files</source>
            <translation>Schneiddateien</translation>
        </message>
        <message>
            <source>Files written to %1: %2.</source>
            <translation>Dateien nach %1 geschrieben: %2.</translation>
        </message>
        <message>
            <source>Save the job sheet</source>
            <translation>Das Auftragsblatt speichern</translation>
        </message>
        <message>
            <source>The job sheet cannot be saved</source>
            <translation>Das Auftragsblatt lässt sich nicht speichern</translation>
        </message>
        <message>
            <source>Unsaved work on "%1" from %2 was left behind.</source>
            <translation>Ungesicherte Arbeit an "%1" vom %2 blieb zurück.</translation>
        </message>
        <message>
            <source>Bring it back</source>
            <translation>Zurückholen</translation>
        </message>
        <message>
            <source>Let it go</source>
            <translation>Lassen</translation>
        </message>
        <message>
            <source>The work cannot be brought back</source>
            <translation>Die Arbeit lässt sich nicht zurückholen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::JobSheet</name>
        <message>
            <source>%1, along the tube, strip %2 of %3</source>
            <translation>%1, entlang des Rohrs, Streifen %2 von %3</translation>
        </message>
        <message>
            <source>bend %1</source>
            <translation>Bogen %1</translation>
        </message>
        <message>
            <source>set %1</source>
            <translation>auf %1</translation>
        </message>
        <message>
            <source>%1: too thick for a collar on this paper.</source>
            <translation>%1: zu dick für einen Kragen auf diesem Papier.</translation>
        </message>
        <message>
            <source>%1, collar of bend %2: edge on the mark at %3, turned %4 from the bend before</source>
            <translation>%1, Kragen von Bogen %2: Kante an der Marke bei %3, um %4 gegen den Bogen davor gedreht</translation>
        </message>
        <message>
            <source>up</source>
            <translation>hoch</translation>
        </message>
        <message>
            <source>line of the first bend</source>
            <translation>Linie des ersten Bogens</translation>
        </message>
        <message>
            <source>Bending: %1</source>
            <translation>Biegen: %1</translation>
        </message>
        <message>
            <source>Bar</source>
            <translation>Stange</translation>
        </message>
        <message>
            <source>Mark from the end</source>
            <translation>Marke vom Ende</translation>
        </message>
        <message>
            <source>Angle</source>
            <translation>Winkel</translation>
        </message>
        <message>
            <source>Set</source>
            <translation>Gestellt</translation>
        </message>
        <message>
            <source>Turn before</source>
            <translation>Vorher drehen</translation>
        </message>
        <message>
            <source>Pulls</source>
            <translation>Züge</translation>
        </message>
        <message>
            <source>%1, cut to %2, its %3 first</source>
            <translation>%1, auf %2 geschnitten, sein %3 zuerst</translation>
        </message>
        <message>
            <source>end</source>
            <translation>Ende</translation>
        </message>
        <message>
            <source>start</source>
            <translation>Anfang</translation>
        </message>
        <message>
            <source>Jig on the floor: %1</source>
            <translation>Lehre auf dem Boden: %1</translation>
        </message>
        <message>
            <source>Place</source>
            <translation>Stelle</translation>
        </message>
        <message>
            <source>From A</source>
            <translation>Von A</translation>
        </message>
        <message>
            <source>From B</source>
            <translation>Von B</translation>
        </message>
        <message>
            <source>Height</source>
            <translation>Höhe</translation>
        </message>
        <message>
            <source>What stands there</source>
            <translation>Was dort steht</translation>
        </message>
        <message>
            <source>The jig is true if these distances are:</source>
            <translation>Die Lehre stimmt, wenn diese Abstände sind:</translation>
        </message>
        <message>
            <source>%1 to %2</source>
            <translation>%1 nach %2</translation>
        </message>
        <message>
            <source>%1 for %2, vehicle %3. Printed %4.</source>
            <translation>%1 für %2, Fahrzeug %3. Gedruckt %4.</translation>
        </message>
        <message>
            <source>Numbers</source>
            <translation>Zahlen</translation>
        </message>
        <message>
            <source>What</source>
            <translation>Was</translation>
        </message>
        <message>
            <source>Value</source>
            <translation>Wert</translation>
        </message>
        <message>
            <source>House limit</source>
            <translation>Grenze des Hauses</translation>
        </message>
        <message>
            <source>Governed by</source>
            <translation>Bestimmt durch</translation>
        </message>
        <message>
            <source>  (!)</source>
            <translation>  (!)</translation>
        </message>
        <message>
            <source>Pictures: %1</source>
            <translation>Bilder: %1</translation>
        </message>
        <message>
            <source>From behind</source>
            <translation>Von hinten</translation>
        </message>
        <message>
            <source>From ahead</source>
            <translation>Von vorn</translation>
        </message>
        <message>
            <source>From the side</source>
            <translation>Von der Seite</translation>
        </message>
        <message>
            <source>From above, front down</source>
            <translation>Von oben, vorn nach unten</translation>
        </message>
        <message>
            <source>How hard the parts work, worst of all duties</source>
            <translation>Wie hart die Teile arbeiten, schlimmste aller Aufgaben</translation>
        </message>
        <message>
            <source>To settle</source>
            <translation>Zu klären</translation>
        </message>
        <message>
            <source>Nothing breaks a limit of the house.</source>
            <translation>Nichts bricht eine Grenze des Hauses.</translation>
        </message>
        <message>
            <source>Works at</source>
            <translation>Arbeitet zu</translation>
        </message>
        <message>
            <source>Worst duty</source>
            <translation>Schlimmste Aufgabe</translation>
        </message>
        <message>
            <source>State</source>
            <translation>Stand</translation>
        </message>
        <message>
            <source>fails</source>
            <translation>versagt</translation>
        </message>
        <message>
            <source>holds</source>
            <translation>hält</translation>
        </message>
        <message>
            <source>not proved</source>
            <translation>nicht nachgewiesen</translation>
        </message>
        <message>
            <source>Checks that use more than half: %1</source>
            <translation>Nachweise über der Hälfte: %1</translation>
        </message>
        <message>
            <source>All other checks: %1</source>
            <translation>Alle anderen Nachweise: %1</translation>
        </message>
        <message>
            <source>Not proved</source>
            <translation>Nicht nachgewiesen</translation>
        </message>
        <message>
            <source>What gives first on its line</source>
            <translation>Was auf seiner Linie zuerst nachgibt</translation>
        </message>
        <message>
            <source>Taken for granted</source>
            <translation>Vorausgesetzt</translation>
        </message>
        <message>
            <source>Cut list: %1</source>
            <translation>Schnittliste: %1</translation>
        </message>
        <message>
            <source>Part</source>
            <translation>Teil</translation>
        </message>
        <message>
            <source>From</source>
            <translation>Von</translation>
        </message>
        <message>
            <source>Longest edge, or plate</source>
            <translation>Längste Kante, oder Blech</translation>
        </message>
        <message>
            <source>Saw, from square</source>
            <translation>Säge, vom rechten Winkel</translation>
        </message>
        <message>
            <source>Mass</source>
            <translation>Masse</translation>
        </message>
        <message>
            <source>Bars</source>
            <translation>Stangen</translation>
        </message>
        <message>
            <source>Welding, in the order of the work: %1</source>
            <translation>Schweißen, in der Reihenfolge der Arbeit: %1</translation>
        </message>
        <message>
            <source>Seam</source>
            <translation>Naht</translation>
        </message>
        <message>
            <source>Leg</source>
            <translation>Schenkel</translation>
        </message>
        <message>
            <source>Length</source>
            <translation>Länge</translation>
        </message>
        <message>
            <source>Passes</source>
            <translation>Lagen</translation>
        </message>
        <message>
            <source>Minutes</source>
            <translation>Minuten</translation>
        </message>
        <message>
            <source>Done</source>
            <translation>Fertig</translation>
        </message>
        <message>
            <source>Fitting: %1</source>
            <translation>Anpassen: %1</translation>
        </message>
        <message>
            <source>Should read</source>
            <translation>Sollte lesen</translation>
        </message>
        <message>
            <source>Reads</source>
            <translation>Liest</translation>
        </message>
        <message>
            <source>Made by %1 for %2, for the vehicle %3. %4.</source>
            <translation>Gemacht von %1 für %2, für das Fahrzeug %3. %4.</translation>
        </message>
        <message>
            <source>It weighs %1.</source>
            <translation>Es wiegt %1.</translation>
        </message>
        <message>
            <source>Its strength has not been looked at.</source>
            <translation>Seine Festigkeit wurde nicht untersucht.</translation>
        </message>
        <message>
            <source>What was looked at, each with the force that was counted on:</source>
            <translation>Was untersucht wurde, jedes mit der Kraft, mit der gerechnet wurde:</translation>
        </message>
        <message>
            <source>Of its checks %1 hold, %2 do not, and %3 places could not be checked.</source>
            <translation>Von seinen Nachweisen halten %1, %2 nicht, und %3 Stellen ließen sich nicht nachweisen.</translation>
        </message>
        <message>
            <source>Keep it safe</source>
            <translation>Sicher halten</translation>
        </message>
        <message>
            <source>Pull only at the recovery tabs and only with the shackle that they were made for.</source>
            <translation>Nur an den Bergelaschen ziehen und nur mit dem Schäkel, für den sie gemacht sind.</translation>
        </message>
        <message>
            <source>Check all bolts after the first trip and every spring; look at the welds after every hit.</source>
            <translation>Alle Schrauben nach der ersten Fahrt und jedes Frühjahr prüfen; die Nähte nach jedem Treffer ansehen.</translation>
        </message>
        <message>
            <source>A bent or cracked part is not straightened and used again: have it looked at.</source>
            <translation>Ein verbogenes oder gerissenes Teil wird nicht gerichtet und weiter benutzt: ansehen lassen.</translation>
        </message>
        <message>
            <source>Log of %1</source>
            <translation>Protokoll von %1</translation>
        </message>
        <message>
            <source>%1 h, %2 %3, %4 km.</source>
            <translation>%1 h, %2 %3, %4 km.</translation>
        </message>
        <message>
            <source>Entries</source>
            <translation>Einträge</translation>
        </message>
        <message>
            <source>Date</source>
            <translation>Datum</translation>
        </message>
        <message>
            <source>Kind</source>
            <translation>Art</translation>
        </message>
        <message>
            <source>Amount</source>
            <translation>Menge</translation>
        </message>
        <message>
            <source>Where</source>
            <translation>Wo</translation>
        </message>
        <message>
            <source>%1, strip %2 of %3</source>
            <translation>%1, Streifen %2 von %3</translation>
        </message>
        <message>
            <source>100 mm</source>
            <translation>100 mm</translation>
        </message>
        <message>
            <source>4 in</source>
            <translation>4 in</translation>
        </message>
        <message>
            <source>Templates of %1</source>
            <translation>Schablonen von %1</translation>
        </message>
        <message>
            <source>Printed at full size: the printer must not scale. Measure both bars before cutting.</source>
            <translation>In voller Größe gedruckt: der Drucker darf nicht skalieren. Vor dem Schneiden beide Balken messen.</translation>
        </message>
        <message>
            <source>%1, its end</source>
            <translation>%1, sein Ende</translation>
        </message>
        <message>
            <source>%1, its start</source>
            <translation>%1, sein Anfang</translation>
        </message>
        <message>
            <source>No bar of this job is bent or cut to lie on another.</source>
            <translation>Keine Stange dieses Auftrags wird gebogen oder an eine andere angepasst.</translation>
        </message>
        <message>
            <source>Cautions</source>
            <translation>Warnungen</translation>
        </message>
        <message>
            <source>All results are estimates for a competent builder to check. Towing, crash, lighting and road approval are matters for local codes and licensed engineers.</source>
            <translation>Alle Ergebnisse sind Schätzungen, die ein fachkundiger Bauer prüft. Anhängelast, Unfall, Beleuchtung und Zulassung sind Sache örtlicher Vorschriften und zugelassener Ingenieure.</translation>
        </message>
        <message>
            <source>Stand clear of a loaded line, at least its own length to the side; hang a damper on it. A rope or shackle that lets go whips back along the line.</source>
            <translation>Abstand zu einem gespannten Seil halten, mindestens seine eigene Länge zur Seite; einen Dämpfer darüber hängen. Ein Seil oder Schäkel, der nachgibt, schlägt entlang der Linie zurück.</translation>
        </message>
        <message>
            <source>Put the vehicle on stands, not on a jack. Disconnect the battery and keep clear of airbags and their wiring before welding.</source>
            <translation>Das Fahrzeug auf Böcke, nicht auf einen Wagenheber. Vor dem Schweißen die Batterie abklemmen und Abstand zu Airbags und ihren Leitungen halten.</translation>
        </message>
        <message>
            <source>Coated and galvanized metal gives poisonous fumes: grind it clean, weld with air moving. Keep hot work away from fuel lines and tanks; keep water by and watch for half an hour after.</source>
            <translation>Überzogenes und verzinktes Metall gibt giftigen Rauch: blank schleifen, bei bewegter Luft schweißen. Heiße Arbeit weg von Kraftstoffleitungen und Tanks; Wasser bereit halten und danach eine halbe Stunde wachen.</translation>
        </message>
        <message>
            <source>Two people or a hoist for the beam: it is heavier than it looks.</source>
            <translation>Zwei Leute oder ein Hebezeug für den Balken: er ist schwerer, als er aussieht.</translation>
        </message>
        <message>
            <source>Hefty Girder job sheet: %1</source>
            <translation>Hefty Girder, Auftragsblatt: %1</translation>
        </message>
        <message>
            <source>%1 and %2</source>
            <translation>%1 und %2</translation>
        </message>
        <message>
            <source>saw apart</source>
            <translation>trennen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::LadderView</name>
        <message>
            <source>Strength ladder</source>
            <translation>Leiter der Festigkeit</translation>
        </message>
        <message>
            <source>Shackle rated %1</source>
            <translation>Schäkel, Nennlast %1</translation>
        </message>
        <message>
            <source>What gives first on the winch line</source>
            <translation>Was auf der Linie der Winde zuerst nachgibt</translation>
        </message>
        <message>
            <source>Winch rated %1</source>
            <translation>Winde, Nennzug %1</translation>
        </message>
        <message>
            <source>%1.  ↗ can fly.  Dashed: bought</source>
            <translation>%1.  ↗ kann fliegen.  Gestrichelt: gekauft</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::LayoutBench</name>
        <message>
            <source>From the side</source>
            <translation>Von der Seite</translation>
        </message>
        <message>
            <source>From above</source>
            <translation>Von oben</translation>
        </message>
        <message>
            <source>From ahead</source>
            <translation>Von vorn</translation>
        </message>
        <message>
            <source>In space</source>
            <translation>Im Raum</translation>
        </message>
        <message>
            <source>Draw</source>
            <translation>Zeichnen</translation>
        </message>
        <message>
            <source>Angles</source>
            <translation>Winkel</translation>
        </message>
        <message>
            <source>Drive</source>
            <translation>Fahren</translation>
        </message>
        <message>
            <source>Settings</source>
            <translation>Einstellungen</translation>
        </message>
        <message>
            <source>By hand</source>
            <translation>Von Hand</translation>
        </message>
        <message>
            <source>Large: %1</source>
            <translation>Groß: %1</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::LedgerPage</name>
        <message>
            <source>Only what is not proved</source>
            <translation>Nur was nicht nachgewiesen ist</translation>
        </message>
        <message>
            <source>What the proof is about</source>
            <translation>Worum es im Nachweis geht</translation>
        </message>
        <message>
            <source>What</source>
            <translation>Was</translation>
        </message>
        <message>
            <source>Checks</source>
            <translation>Nachweise</translation>
        </message>
        <message>
            <source>Works at</source>
            <translation>Arbeitet zu</translation>
        </message>
        <message>
            <source>Nothing is proved yet.</source>
            <translation>Noch ist nichts nachgewiesen.</translation>
        </message>
        <message>
            <source>%1 parts, seams, bolts, holds and duties; %2 proved, %3 not.</source>
            <translation>%1 Teile, Nähte, Schrauben, Halte und Aufgaben; %2 nachgewiesen, %3 nicht.</translation>
        </message>
        <message>
            <source>none</source>
            <translation>keiner</translation>
        </message>
        <message>
            <source>%1: %2</source>
            <translation>%1: %2</translation>
        </message>
        <message>
            <source>Choose a line to see what looks at it, and what is missing.</source>
            <translation>Eine Zeile wählen, um zu sehen, was sie betrachtet und was fehlt.</translation>
        </message>
        <message>
            <source>Hardest: %1, %2.</source>
            <translation>Am härtesten: %1, %2.</translation>
        </message>
        <message>
            <source>and %1 more.</source>
            <translation>und %1 mehr.</translation>
        </message>
        <message>
            <source>It is proved with all checks; none of them is worked hardest by it.</source>
            <translation>Es ist mit allen Nachweisen untersucht; keiner davon wird durch es am härtesten.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::LinesView</name>
        <message>
            <source>Vehicle, lines and anchor with the force in each</source>
            <translation>Fahrzeug, Seile und Anker mit der Kraft in jedem</translation>
        </message>
        <message>
            <source>Nothing to draw: no line is needed, or none is enough.</source>
            <translation>Nichts zu zeichnen: kein Seil ist nötig, oder keines genügt.</translation>
        </message>
        <message>
            <source>stuck</source>
            <translation>festgefahren</translation>
        </message>
        <message>
            <source>winch %1</source>
            <translation>Winde %1</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::ListSheet</name>
        <message>
            <source>Close</source>
            <translation>Schließen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::LoadBench</name>
        <message>
            <source>Duties</source>
            <translation>Aufgaben</translation>
        </message>
        <message>
            <source>Stuck</source>
            <translation>Festgefahren</translation>
        </message>
        <message>
            <source>Ride</source>
            <translation>Fahrt</translation>
        </message>
        <message>
            <source>The vehicle with all places where something acts on the piece</source>
            <translation>Das Fahrzeug mit allen Stellen, an denen etwas auf das Stück wirkt</translation>
        </message>
        <message>
            <source>What acts on the piece</source>
            <translation>Was auf das Stück wirkt</translation>
        </message>
        <message>
            <source>What acts</source>
            <translation>Was wirkt</translation>
        </message>
        <message>
            <source>Up to</source>
            <translation>Bis zu</translation>
        </message>
        <message>
            <source>Ways</source>
            <translation>Richtungen</translation>
        </message>
        <message>
            <source>Loads of recoveries and impacts are estimates. What the line can do on your ground is for you to judge; local codes come first.</source>
            <translation>Lasten von Bergungen und Stößen sind Schätzungen. Was das Seil auf diesem Boden kann, ist selbst zu beurteilen; örtliche Vorschriften gehen vor.</translation>
        </message>
        <message>
            <source>Why this duty is left out</source>
            <translation>Warum diese Aufgabe wegbleibt</translation>
        </message>
        <message>
            <source>Left out because ...</source>
            <translation>Bleibt weg, weil ...</translation>
        </message>
        <message>
            <source>Switch off</source>
            <translation>Ausschalten</translation>
        </message>
        <message>
            <source>its own mass</source>
            <translation>seine eigene Masse</translation>
        </message>
        <message>
            <source>off</source>
            <translation>aus</translation>
        </message>
        <message>
            <source>Lay out a piece first: then every place where something can act on it stands here.</source>
            <translation>Erst ein Stück entwerfen: dann steht hier jede Stelle, an der etwas darauf wirken kann.</translation>
        </message>
        <message>
            <source>Switch on</source>
            <translation>Einschalten</translation>
        </message>
        <message>
            <source>Left out, and told as not proved: %1</source>
            <translation>Weggelassen und als nicht nachgewiesen gesagt: %1</translation>
        </message>
        <message>
            <source> Held against what is allowed.</source>
            <translation> Gehalten gegen das Erlaubte.</translation>
        </message>
        <message>
            <source> The worst that is credible: held against what it can bear.</source>
            <translation> Das Schlimmste, das glaubhaft ist: gehalten gegen das, was es erträgt.</translation>
        </message>
        <message>
            <source> Proved in the %1 ways that are drawn.</source>
            <translation> Nachgewiesen in den %1 Richtungen, die gezeichnet sind.</translation>
        </message>
        <message>
            <source>Switch off: %1</source>
            <translation>Ausschalten: %1</translation>
        </message>
        <message>
            <source>Switch on: %1</source>
            <translation>Einschalten: %1</translation>
        </message>
        <message>
            <source>The ways in which it acts</source>
            <translation>Die Richtungen, in denen es wirkt</translation>
        </message>
        <message>
            <source>Its ways</source>
            <translation>Seine Richtungen</translation>
        </message>
        <message>
            <source>Pull</source>
            <translation>Zug</translation>
        </message>
        <message>
            <source>Works hardest</source>
            <translation>Beansprucht am meisten</translation>
        </message>
        <message>
            <source>the only one</source>
            <translation>die einzige</translation>
        </message>
        <message>
            <source>nothing more than others</source>
            <translation>nichts mehr als andere</translation>
        </message>
        <message>
            <source>%1: %2</source>
            <translation>%1: %2</translation>
        </message>
        <message>
            <source>Rope</source>
            <translation>Seil</translation>
        </message>
        <message>
            <source>Open the record of a ride</source>
            <translation>Aufzeichnung einer Fahrt öffnen</translation>
        </message>
        <message>
            <source>Open the curve of a rope</source>
            <translation>Kennlinie eines Seils öffnen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::LoadPage</name>
        <message>
            <source>Angles and trail use the vehicle as it sags</source>
            <translation>Winkel und Fahrt nehmen das Fahrzeug, wie es einfedert</translation>
        </message>
        <message>
            <source>Use the sag</source>
            <translation>Einfederung nehmen</translation>
        </message>
        <message>
            <source>Leave the sag out</source>
            <translation>Einfederung weglassen</translation>
        </message>
        <message>
            <source>Add a tire and what the vehicle carries to see how it stands.</source>
            <translation>Einen Reifen und die Ladung hinzufügen, um zu sehen, wie es steht.</translation>
        </message>
        <message>
            <source> of %1</source>
            <translation> von %1</translation>
        </message>
        <message>
            <source>With the armor on: %1 front%2, %3 rear%4, %5%6 in all. Goes down %7 front, %8 rear; %9.</source>
            <translation>Mit dem Anbau: %1 vorn%2, %3 hinten%4, %5%6 im Ganzen. Geht vorn %7, hinten %8 hinunter; %9.</translation>
        </message>
        <message>
            <source>nose up %1</source>
            <translation>Nase %1 höher</translation>
        </message>
        <message>
            <source>nose down %1</source>
            <translation>Nase %1 tiefer</translation>
        </message>
        <message>
            <source> Center of gravity %1 behind the front axle</source>
            <translation> Schwerpunkt %1 hinter der Vorderachse</translation>
        </message>
        <message>
            <source>, %1 up.</source>
            <translation>, %1 hoch.</translation>
        </message>
        <message>
            <source> %1 long over all (%2 allowed).</source>
            <translation> %1 lang über alles (%2 erlaubt).</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::LogBench</name>
        <message>
            <source>What was done</source>
            <translation>Was getan wurde</translation>
        </message>
        <message>
            <source>Proof pull</source>
            <translation>Probezug</translation>
        </message>
        <message>
            <source>Inspections</source>
            <translation>Besichtigungen</translation>
        </message>
        <message>
            <source>Estimate by what this job took</source>
            <translation>Schätzen nach dem, was dieser Auftrag brauchte</translation>
        </message>
        <message>
            <source>Expect welds to pull as they did here</source>
            <translation>Nähte so ziehen lassen wie hier</translation>
        </message>
        <message>
            <source>Expect welds to pull as they did here: %1 times what is computed instead of %2</source>
            <translation>Nähte so ziehen lassen wie hier: %1-mal das Gerechnete statt %2</translation>
        </message>
        <message>
            <source>Estimate later work by this job: %1 times instead of %2</source>
            <translation>Spätere Arbeit nach diesem Auftrag schätzen: %1-mal statt %2</translation>
        </message>
        <message>
            <source>%1 h worked. %2 %3 spent</source>
            <translation>%1 h gearbeitet. %2 %3 ausgegeben</translation>
        </message>
        <message>
            <source> of %1 %2 of material planned</source>
            <translation> von %1 %2 geplantem Werkstoff</translation>
        </message>
        <message>
            <source>. %1 km driven. %2 seams welded, %3 items fitted.</source>
            <translation>. %1 km gefahren. %2 Nähte geschweißt, %3 Posten angepasst.</translation>
        </message>
        <message>
            <source>
Look first at %1: hit %2.</source>
            <translation>
Zuerst %1 ansehen: %2 getroffen.</translation>
        </message>
        <message>
            <source>what was hit</source>
            <translation>was getroffen wurde</translation>
        </message>
        <message>
            <source>once</source>
            <translation>einmal</translation>
        </message>
        <message>
            <source>%1 times</source>
            <translation>%1-mal</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::MainWindow</name>
        <message>
            <source>Files for machines and other programs...</source>
            <translation>Dateien für Maschinen und andere Programme...</translation>
        </message>
        <message>
            <source>Tables (*.csv);;All files (*)</source>
            <translation>Tabellen (*.csv);;Alle Dateien (*)</translation>
        </message>
        <message>
            <source>New job</source>
            <translation>Neuer Auftrag</translation>
        </message>
        <message>
            <source>Open a job...</source>
            <translation>Auftrag öffnen...</translation>
        </message>
        <message>
            <source>Open the demo job</source>
            <translation>Beispielauftrag öffnen</translation>
        </message>
        <message>
            <source>Demo jobs...</source>
            <translation>Beispielaufträge...</translation>
        </message>
        <message>
            <source>Welcome...</source>
            <translation>Willkommen...</translation>
        </message>
        <message>
            <source>Show me around</source>
            <translation>Herumführen</translation>
        </message>
        <message>
            <source>Handbook</source>
            <translation>Handbuch</translation>
        </message>
        <message>
            <source>Save</source>
            <translation>Speichern</translation>
        </message>
        <message>
            <source>Save as...</source>
            <translation>Speichern unter...</translation>
        </message>
        <message>
            <source>Save the cut list as CSV...</source>
            <translation>Schnittliste als CSV speichern...</translation>
        </message>
        <message>
            <source>Save the job sheet as PDF...</source>
            <translation>Auftragsblatt als PDF speichern...</translation>
        </message>
        <message>
            <source>Print the job sheet...</source>
            <translation>Auftragsblatt drucken...</translation>
        </message>
        <message>
            <source>Add a piece...</source>
            <translation>Stück hinzufügen...</translation>
        </message>
        <message>
            <source>Keep this piece as a pattern</source>
            <translation>Dieses Stück als Muster behalten</translation>
        </message>
        <message>
            <source>Remove this piece</source>
            <translation>Dieses Stück entfernen</translation>
        </message>
        <message>
            <source>Job card...</source>
            <translation>Auftragskarte...</translation>
        </message>
        <message>
            <source>House rules...</source>
            <translation>Hausregeln...</translation>
        </message>
        <message>
            <source>Rack and prices...</source>
            <translation>Regal und Preise...</translation>
        </message>
        <message>
            <source>Shop and earlier jobs...</source>
            <translation>Werkstatt und frühere Aufträge...</translation>
        </message>
        <message>
            <source>Millimeters</source>
            <translation>Millimeter</translation>
        </message>
        <message>
            <source>Inches</source>
            <translation>Zoll</translation>
        </message>
        <message>
            <source>Switch units</source>
            <translation>Einheiten wechseln</translation>
        </message>
        <message>
            <source>Light or dark</source>
            <translation>Hell oder dunkel</translation>
        </message>
        <message>
            <source>%1, from the next start</source>
            <translation>%1, ab dem nächsten Start</translation>
        </message>
        <message>
            <source>Fold or unfold the findings</source>
            <translation>Befunde ein- oder ausklappen</translation>
        </message>
        <message>
            <source>Pin this variant, or let it go</source>
            <translation>Diese Variante anheften oder lösen</translation>
        </message>
        <message>
            <source>Variants...</source>
            <translation>Varianten...</translation>
        </message>
        <message>
            <source>Schools of practice...</source>
            <translation>Schulen der Ausführung...</translation>
        </message>
        <message>
            <source>Show the pinned variant (hold)</source>
            <translation>Die angeheftete Variante zeigen (halten)</translation>
        </message>
        <message>
            <source>Go to %1</source>
            <translation>Gehe zu %1</translation>
        </message>
        <message>
            <source>Find an action...</source>
            <translation>Eine Handlung suchen...</translation>
        </message>
        <message>
            <source>Quit</source>
            <translation>Beenden</translation>
        </message>
        <message>
            <source>The route card</source>
            <translation>Die Laufkarte</translation>
        </message>
        <message>
            <source>Eight stops, in the order of the work: from the tape to the log. Each says what is still to settle there. Ctrl+1 to Ctrl+8 go to them.</source>
            <translation>Acht Stationen in der Reihenfolge der Arbeit: vom Maßband bis zum Protokoll. Jede sagt, was dort noch zu klären ist. Strg+1 bis Strg+8 führen hin.</translation>
        </message>
        <message>
            <source>Measure</source>
            <translation>Messen</translation>
        </message>
        <message>
            <source>The vehicle from all sides, what is missing first. Click a mark: it says where to hold the tape. Type what it reads, in millimeters or inches.</source>
            <translation>Das Fahrzeug von allen Seiten, Fehlendes zuerst. Eine Marke anklicken: sie sagt, wo das Maßband anzuhalten ist. Eingeben, was es liest, in Millimetern oder Zoll.</translation>
        </message>
        <message>
            <source>Lay out</source>
            <translation>Entwerfen</translation>
        </message>
        <message>
            <source>Pull a yellow square: the piece follows, and so does everything that hangs on it. Drag beside it to turn the picture.</source>
            <translation>Ein gelbes Quadrat ziehen: das Stück folgt, und alles, was daran hängt. Daneben ziehen dreht das Bild.</translation>
        </message>
        <message>
            <source>Pieces</source>
            <translation>Stücke</translation>
        </message>
        <message>
            <source>The pieces of this job. Add shows all that can be built on this vehicle, with mass, cost and angles.</source>
            <translation>Die Stücke dieses Auftrags. Hinzufügen zeigt alles, was sich an diesem Fahrzeug bauen lässt, mit Masse, Kosten und Winkeln.</translation>
        </message>
        <message>
            <source>What it comes to</source>
            <translation>Was dabei herauskommt</translation>
        </message>
        <message>
            <source>Angles, clearance, the hardest worked check, mass, money and hours, each with the limit of the house. Click one to see how its number came to be.</source>
            <translation>Winkel, Freiheit, der härteste Nachweis, Masse, Geld und Stunden, jedes mit der Grenze des Hauses. Eines anklicken, um zu sehen, wie die Zahl entstand.</translation>
        </message>
        <message>
            <source>What is to settle</source>
            <translation>Was zu klären ist</translation>
        </message>
        <message>
            <source>Worst first, in plain sentences. Show me goes to the place, Why opens the working. A remedy has been computed before it is offered.</source>
            <translation>Das Schlimmste zuerst, in klaren Sätzen. Zeigen führt an die Stelle, Warum öffnet die Rechnung. Eine Abhilfe ist gerechnet, bevor sie angeboten wird.</translation>
        </message>
        <message>
            <source>Prove</source>
            <translation>Nachweisen</translation>
        </message>
        <message>
            <source>Every check of the piece, the hardest first. 1.00 is all that is allowed. What could not be checked is never called safe.</source>
            <translation>Jeder Nachweis des Stücks, der härteste zuerst. 1,00 ist alles, was erlaubt ist. Was nicht untersucht werden konnte, heißt nie sicher.</translation>
        </message>
        <message>
            <source>Nothing is lost</source>
            <translation>Nichts geht verloren</translation>
        </message>
        <message>
            <source>Everything can be taken back by name, and unsaved work is found again. Nothing asks whether you are sure.</source>
            <translation>Alles lässt sich mit Namen zurücknehmen, und ungesicherte Arbeit wird wiedergefunden. Nichts fragt, ob Sie sicher sind.</translation>
        </message>
        <message>
            <source>And the rest</source>
            <translation>Und der Rest</translation>
        </message>
        <message>
            <source>Files, papers, house rules, the rack, the shop's earlier jobs. Ctrl+K finds any action by its words, F1 opens the handbook.</source>
            <translation>Dateien, Papiere, Hausregeln, das Regal, die früheren Aufträge der Werkstatt. Strg+K findet jede Handlung nach ihren Worten, F1 öffnet das Handbuch.</translation>
        </message>
        <message>
            <source>Recent jobs</source>
            <translation>Letzte Aufträge</translation>
        </message>
        <message>
            <source>Job</source>
            <translation>Auftrag</translation>
        </message>
        <message>
            <source>Undo</source>
            <translation>Rückgängig</translation>
        </message>
        <message>
            <source>Redo</source>
            <translation>Wieder</translation>
        </message>
        <message>
            <source>Not saved yet</source>
            <translation>Noch nicht gespeichert</translation>
        </message>
        <message>
            <source>mm, kg</source>
            <translation>mm, kg</translation>
        </message>
        <message>
            <source>inch, lb</source>
            <translation>Zoll, lb</translation>
        </message>
        <message>
            <source>Pinned</source>
            <translation>Angeheftet</translation>
        </message>
        <message>
            <source>Pin</source>
            <translation>Anheften</translation>
        </message>
        <message>
            <source>Pin this variant: the gauges then show the change. Hold F8 to see it.</source>
            <translation>Diese Variante anheften: die Anzeigen zeigen dann die Änderung. F8 halten, um sie zu sehen.</translation>
        </message>
        <message>
            <source>%1[*] - Hefty Girder</source>
            <translation>%1[*] - Hefty Girder</translation>
        </message>
        <message>
            <source>There is no number here yet.</source>
            <translation>Hier ist noch keine Zahl.</translation>
        </message>
        <message>
            <source>Job card</source>
            <translation>Auftragskarte</translation>
        </message>
        <message>
            <source>What stands on the job sheet</source>
            <translation>Was auf dem Auftragsblatt steht</translation>
        </message>
        <message>
            <source>House rules</source>
            <translation>Hausregeln</translation>
        </message>
        <message>
            <source>What this shop holds its work to</source>
            <translation>Woran diese Werkstatt ihre Arbeit misst</translation>
        </message>
        <message>
            <source>Rack and prices</source>
            <translation>Regal und Preise</translation>
        </message>
        <message>
            <source>Bars on the rack</source>
            <translation>Stangen im Regal</translation>
        </message>
        <message>
            <source>Sheets</source>
            <translation>Tafeln</translation>
        </message>
        <message>
            <source>Dies of the bender</source>
            <translation>Formen der Biegemaschine</translation>
        </message>
        <message>
            <source>Test bends</source>
            <translation>Probebögen</translation>
        </message>
        <message>
            <source>Prices and times</source>
            <translation>Preise und Zeiten</translation>
        </message>
        <message>
            <source>The file cannot be read</source>
            <translation>Die Datei kann nicht gelesen werden</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::MeasureBench</name>
        <message>
            <source>Vehicle from the side, with its data</source>
            <translation>Fahrzeug von der Seite, mit seinen Daten</translation>
        </message>
        <message>
            <source>From the side</source>
            <translation>Von der Seite</translation>
        </message>
        <message>
            <source>Vehicle from ahead, with its data</source>
            <translation>Fahrzeug von vorn, mit seinen Daten</translation>
        </message>
        <message>
            <source>From ahead</source>
            <translation>Von vorn</translation>
        </message>
        <message>
            <source>Frame from above, with the tape network</source>
            <translation>Rahmen von oben, mit dem Maßbandnetz</translation>
        </message>
        <message>
            <source>From above, front down</source>
            <translation>Von oben, vorn nach unten</translation>
        </message>
        <message>
            <source>What to measure</source>
            <translation>Was zu messen ist</translation>
        </message>
        <message>
            <source>Walk around</source>
            <translation>Rundgang</translation>
        </message>
        <message>
            <source>Lists</source>
            <translation>Listen</translation>
        </message>
        <message>
            <source>Data</source>
            <translation>Daten</translation>
        </message>
        <message>
            <source>Front holes</source>
            <translation>Vordere Löcher</translation>
        </message>
        <message>
            <source>Rear holes</source>
            <translation>Hintere Löcher</translation>
        </message>
        <message>
            <source>Members</source>
            <translation>Querträger</translation>
        </message>
        <message>
            <source>Holds</source>
            <translation>Halte</translation>
        </message>
        <message>
            <source>Outline</source>
            <translation>Umriss</translation>
        </message>
        <message>
            <source>Keep-outs</source>
            <translation>Freiräume</translation>
        </message>
        <message>
            <source>Moving</source>
            <translation>Bewegliches</translation>
        </message>
        <message>
            <source>Points</source>
            <translation>Punkte</translation>
        </message>
        <message>
            <source>Tape</source>
            <translation>Maßband</translation>
        </message>
        <message>
            <source>Tires</source>
            <translation>Reifen</translation>
        </message>
        <message>
            <source>Load</source>
            <translation>Lasten</translation>
        </message>
        <message>
            <source>Templates</source>
            <translation>Schablonen</translation>
        </message>
        <message>
            <source>%1 for "%2" cannot be: it should be from %3 to %4. It stays as it was.</source>
            <translation>%1 für "%2" kann nicht sein: es sollte von %3 bis %4 sein. Es bleibt, wie es ist.</translation>
        </message>
        <message>
            <source>No vehicle is that long.</source>
            <translation>So lang ist kein Fahrzeug.</translation>
        </message>
        <message>
            <source>Read the tape</source>
            <translation>Das Maßband lesen</translation>
        </message>
        <message>
            <source>Weigh on the pads</source>
            <translation>Auf den Platten wiegen</translation>
        </message>
        <message>
            <source>Stand the vehicle on level ground, chock its wheels, and measure each thing once from either end. Never work under a vehicle that stands on a jack alone.</source>
            <translation>Das Fahrzeug auf ebenen Boden stellen, die Räder verkeilen und jedes einmal von jedem Ende messen. Nie unter einem Fahrzeug arbeiten, das nur auf einem Wagenheber steht.</translation>
        </message>
        <message>
            <source>, height</source>
            <translation>, Höhe</translation>
        </message>
        <message>
            <source>Measure an outline point</source>
            <translation>Einen Umrisspunkt messen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::OutlineView</name>
        <message>
            <source>The template chosen, to scale</source>
            <translation>Die gewählte Schablone, maßstäblich</translation>
        </message>
        <message>
            <source>Lay the template on the printed sheet and photograph it, or measure how far its edge stands off a straight line.</source>
            <translation>Die Schablone auf das gedruckte Blatt legen und fotografieren, oder messen, wie weit ihre Kante von einer Geraden absteht.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::OverlayView</name>
        <message>
            <source>Both designs over each other</source>
            <translation>Beide Entwürfe übereinander</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::PieceChips</name>
        <message>
            <source>Add</source>
            <translation>Hinzufügen</translation>
        </message>
        <message>
            <source>Add a piece to the job</source>
            <translation>Dem Auftrag ein Stück hinzufügen</translation>
        </message>
        <message>
            <source>%1, %2 to settle</source>
            <translation>%1, %2 zu klären</translation>
        </message>
        <message>
            <source>%1, settled</source>
            <translation>%1, geklärt</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::PlacePicker</name>
        <message>
            <source>Point at "%1" in a picture. Shift: on the wall that faces you. Esc leaves.</source>
            <translation>In einem Bild auf "%1" zeigen. Umschalt: auf die zugewandte Wand. Esc verlässt.</translation>
        </message>
        <message>
            <source>Enter builds it.</source>
            <translation>Eingabe baut es.</translation>
        </message>
        <message>
            <source>It touches nothing that it could be welded to.</source>
            <translation>Es berührt nichts, woran es geschweißt werden könnte.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::PlanView</name>
        <message>
            <source>wheel path</source>
            <translation>Radspur</translation>
        </message>
        <message>
            <source>approach</source>
            <translation>Böschung vorn</translation>
        </message>
        <message>
            <source>?</source>
            <translation>?</translation>
        </message>
        <message>
            <source>not measured</source>
            <translation>nicht gemessen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::ProveBench</name>
        <message>
            <source>Duty</source>
            <translation>Aufgabe</translation>
        </message>
        <message>
            <source>Exaggeration of the deformed shape</source>
            <translation>Überhöhung der verformten Gestalt</translation>
        </message>
        <message>
            <source>How far the shape is drawn out, and how far it moves at most</source>
            <translation>Wie weit die Gestalt überhöht ist und wie weit sie sich höchstens bewegt</translation>
        </message>
        <message>
            <source>Checks, worst first</source>
            <translation>Nachweise, der schlimmste zuerst</translation>
        </message>
        <message>
            <source>Why: the working</source>
            <translation>Warum: die Rechnung</translation>
        </message>
        <message>
            <source>Estimates for a competent builder to check. Stand clear of a loaded line: a rope that parts whips back along it.</source>
            <translation>Schätzungen, die ein fachkundiger Bauer prüft. Abstand zu einem gespannten Seil: ein reißendes Seil schlägt entlang seiner Linie zurück.</translation>
        </message>
        <message>
            <source>Shape ×</source>
            <translation>Gestalt ×</translation>
        </message>
        <message>
            <source>Size the piece…</source>
            <translation>Das Stück bemessen…</translation>
        </message>
        <message>
            <source>Checks</source>
            <translation>Nachweise</translation>
        </message>
        <message>
            <source>Ledger</source>
            <translation>Verzeichnis</translation>
        </message>
        <message>
            <source>Worst of all duties</source>
            <translation>Schlimmste aller Aufgaben</translation>
        </message>
        <message>
            <source>%1, until it folds</source>
            <translation>%1, bis es einknickt</translation>
        </message>
        <message>
            <source>%1×</source>
            <translation>%1×</translation>
        </message>
        <message>
            <source>%1× of %2</source>
            <translation>%1× von %2</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::PullChart</name>
        <message>
            <source>Pull over give, computed and read</source>
            <translation>Zug über Weg, gerechnet und gelesen</translation>
        </message>
        <message>
            <source>No tab of this piece was proved: lay one out first.</source>
            <translation>Keine Lasche dieses Stücks wurde nachgewiesen: erst eine entwerfen.</translation>
        </message>
        <message>
            <source>computed</source>
            <translation>gerechnet</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::PullPage</name>
        <message>
            <source>Where it is pulled</source>
            <translation>Wo gezogen wird</translation>
        </message>
        <message>
            <source>Begin a new pull</source>
            <translation>Einen neuen Zug beginnen</translation>
        </message>
        <message>
            <source>Why: the working</source>
            <translation>Warum: die Rechnung</translation>
        </message>
        <message>
            <source>Pull at</source>
            <translation>Ziehen an</translation>
        </message>
        <message>
            <source>Stages of the pull</source>
            <translation>Stufen des Zugs</translation>
        </message>
        <message>
            <source>Stage</source>
            <translation>Stufe</translation>
        </message>
        <message>
            <source>Pull</source>
            <translation>Zug</translation>
        </message>
        <message>
            <source>Comes by</source>
            <translation>Kommt um</translation>
        </message>
        <message>
            <source>Computed</source>
            <translation>Gerechnet</translation>
        </message>
        <message>
            <source>Keeps</source>
            <translation>Behält</translation>
        </message>
        <message>
            <source>Nobody in line with the rope or within one and a half of its length. A damper on the rope, gloves, the vehicle held by its own brakes and blocks, the anchor's own strength known. Pull slowly, by remote.</source>
            <translation>Niemand in der Linie des Seils oder innerhalb der anderthalbfachen Länge. Ein Dämpfer auf dem Seil, Handschuhe, das Fahrzeug durch eigene Bremsen und Keile gehalten, die Festigkeit des Ankers bekannt. Langsam ziehen, aus der Ferne.</translation>
        </message>
        <message>
            <source>The zone is clear and watched</source>
            <translation>Der Bereich ist frei und bewacht</translation>
        </message>
        <message>
            <source>Fit the mounts to it</source>
            <translation>Die Halte daran anpassen</translation>
        </message>
        <message>
            <source>Connected: load cell and dial gauge.</source>
            <translation>Verbunden: Kraftmessdose und Messuhr.</translation>
        </message>
        <message>
            <source>Instruments of the pull</source>
            <translation>Messgeräte des Zugs</translation>
        </message>
        <message>
            <source>load cell and dial gauge (simulated)</source>
            <translation>Kraftmessdose und Messuhr (simuliert)</translation>
        </message>
        <message>
            <source>Connect</source>
            <translation>Verbinden</translation>
        </message>
        <message>
            <source>Pull the stage</source>
            <translation>Die Stufe ziehen</translation>
        </message>
        <message>
            <source>Let go</source>
            <translation>Loslassen</translation>
        </message>
        <message>
            <source>Take the stage</source>
            <translation>Die Stufe übernehmen</translation>
        </message>
        <message>
            <source>Pull that was read</source>
            <translation>Zug, der gelesen wurde</translation>
        </message>
        <message>
            <source>How far it came</source>
            <translation>Wie weit es kam</translation>
        </message>
        <message>
            <source>What it keeps</source>
            <translation>Was es behält</translation>
        </message>
        <message>
            <source>came by</source>
            <translation>kam um</translation>
        </message>
        <message>
            <source>keeps</source>
            <translation>behält</translation>
        </message>
        <message>
            <source>Disconnect</source>
            <translation>Trennen</translation>
        </message>
        <message>
            <source>There is no proved tab to pull at.</source>
            <translation>Es gibt keine nachgewiesene Lasche, an der gezogen werden könnte.</translation>
        </message>
        <message>
            <source>Stop. %1</source>
            <translation>Halt. %1</translation>
        </message>
        <message>
            <source>Rated %1; the last stage %2.</source>
            <translation>Nennlast %1; die letzte Stufe %2.</translation>
        </message>
        <message>
            <source> Next: %1.</source>
            <translation> Als nächstes: %1.</translation>
        </message>
        <message>
            <source>It held to %1. It gives %2 times what was computed.</source>
            <translation>Es hielt bis %1. Es gibt %2-mal so weit nach wie gerechnet.</translation>
        </message>
        <message>
            <source>It held to %1.</source>
            <translation>Es hielt bis %1.</translation>
        </message>
        <message>
            <source>Fit the mounts to the proof pull</source>
            <translation>Die Halte an den Probezug anpassen</translation>
        </message>
        <message>
            <source>Being worked out...</source>
            <translation>Wird gerechnet...</translation>
        </message>
        <message>
            <source>Take it into the proof</source>
            <translation>In den Nachweis übernehmen</translation>
        </message>
        <message>
            <source>With bolts %1 times as stiff as usual it comes %2 at the rated pull instead of %3; measured %4. Hardest worked: %5 instead of %6.</source>
            <translation>Mit Schrauben %1-mal so steif wie üblich kommt es bei Nennlast %2 statt %3; gemessen %4. Am härtesten: %5 statt %6.</translation>
        </message>
        <message>
            <source>Let go. Take the stage.</source>
            <translation>Loslassen. Die Stufe übernehmen.</translation>
        </message>
        <message>
            <source>Pulled. Let go to see what it keeps.</source>
            <translation>Gezogen. Loslassen, um zu sehen, was es behält.</translation>
        </message>
        <message>
            <source>A stage needs all three: the pull, how far it came, and what it keeps.</source>
            <translation>Eine Stufe braucht alle drei: den Zug, wie weit es kam und was es behält.</translation>
        </message>
        <message>
            <source>Stage %1 of a proof pull</source>
            <translation>Stufe %1 eines Probezugs</translation>
        </message>
        <message>
            <source>Begin a new proof pull</source>
            <translation>Einen neuen Probezug beginnen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::QuoteClient</name>
        <message>
            <source>"%1" is no address of a supplier. It begins with http:// or https://.</source>
            <translation>"%1" ist keine Adresse eines Lieferanten. Sie beginnt mit http:// oder https://.</translation>
        </message>
        <message>
            <source>Stopped: nothing was changed.</source>
            <translation>Angehalten: nichts wurde geändert.</translation>
        </message>
        <message>
            <source>%1 did not answer in time. Ask again, or call him.</source>
            <translation>%1 hat nicht rechtzeitig geantwortet. Noch einmal fragen oder anrufen.</translation>
        </message>
        <message>
            <source>%1 cannot be asked: %2. Look whether the address is right and he is open.</source>
            <translation>%1 lässt sich nicht fragen: %2. Nachsehen, ob die Adresse stimmt und ob geöffnet ist.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::RecordModel</name>
        <message>
            <source>This cannot be left empty.</source>
            <translation>Das kann nicht leer bleiben.</translation>
        </message>
        <message>
            <source>Choose one of: %1.</source>
            <translation>Eines wählen von: %1.</translation>
        </message>
        <message>
            <source>Change %1, %2</source>
            <translation>%1 ändern, %2</translation>
        </message>
        <message>
            <source>%1 was understood; it should be from %2 to %3.</source>
            <translation>%1 wurde verstanden; es sollte von %2 bis %3 sein.</translation>
        </message>
        <message>
            <source>Add %1</source>
            <translation>%1 hinzufügen</translation>
        </message>
        <message>
            <source>Remove %1</source>
            <translation>%1 entfernen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::RecordTable</name>
        <message>
            <source>Add</source>
            <translation>Hinzufügen</translation>
        </message>
        <message>
            <source>Add %1</source>
            <translation>%1 hinzufügen</translation>
        </message>
        <message>
            <source>Remove</source>
            <translation>Entfernen</translation>
        </message>
        <message>
            <source>Remove %1</source>
            <translation>%1 entfernen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::RopeChart</name>
        <message>
            <source>Pull of the rope over how far it is stretched</source>
            <translation>Zug des Seils über seiner Dehnung</translation>
        </message>
        <message>
            <source>%1 %</source>
            <translation>%1 %</translation>
        </message>
        <message>
            <source>The stock has no rope to snatch with.</source>
            <translation>Im Bestand ist kein Seil, mit dem angerissen werden kann.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::RopePage</name>
        <message>
            <source>Rope</source>
            <translation>Seil</translation>
        </message>
        <message>
            <source>Open a curve...</source>
            <translation>Kennlinie öffnen ...</translation>
        </message>
        <message>
            <source>The stock has no rope to snatch with.</source>
            <translation>Im Bestand ist kein Seil, mit dem angerissen werden kann.</translation>
        </message>
        <message>
            <source>Weigh the vehicle first: its mass and the closing speed of the house make the snatch.</source>
            <translation>Erst das Fahrzeug wiegen: seine Masse und die Geschwindigkeit der Hausregeln ergeben den Ruck.</translation>
        </message>
        <message>
            <source> %1 is not in the rules yet.</source>
            <translation> %1 steht noch nicht in den Regeln.</translation>
        </message>
        <message>
            <source> From %1, in the house rules.</source>
            <translation> Aus %1, in den Hausregeln.</translation>
        </message>
        <message>
            <source>Stretch of a rope from %1</source>
            <translation>Dehnung eines Seils aus %1</translation>
        </message>
        <message>
            <source>As the stock has it</source>
            <translation>Wie im Bestand</translation>
        </message>
        <message>
            <source>%1 at %2: %3 on a straight line to its breaking strength, as nothing was measured. A curve is a CSV with the columns stretch (ratio) or stretch_mm, and force (N).</source>
            <translation>%1 bei %2: %3 auf einer geraden Linie bis zur Bruchkraft, da nichts gemessen wurde. Eine Kennlinie ist eine CSV mit den Spalten stretch (Verhältnis) oder stretch_mm, und force (N).</translation>
        </message>
        <message>
            <source>%1 at %2: more than the curve takes up. The rope is taken to break, at %3.</source>
            <translation>%1 bei %2: mehr, als die Kennlinie aufnimmt. Das Seil gilt als gerissen, bei %3.</translation>
        </message>
        <message>
            <source>%1 at %2: %3 by the curve, %4 as the stock has it. It stretches by %5 %.</source>
            <translation>%1 bei %2: %3 nach der Kennlinie, %4 wie im Bestand. Es dehnt sich um %5 %.</translation>
        </message>
        <message>
            <source>Stretch of a rope as the stock has it</source>
            <translation>Dehnung eines Seils wie im Bestand</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::CurvePage</name>
        <message>
            <source>Take into the house rules</source>
            <translation>In die Hausregeln übernehmen</translation>
        </message>
        <message>
            <source>%1 cannot be read: %2.</source>
            <translation>%1 kann nicht gelesen werden: %2.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::RideChart</name>
        <message>
            <source>The record over time, and how often which range came</source>
            <translation>Die Aufzeichnung über der Zeit, und wie oft welche Spanne kam</translation>
        </message>
        <message>
            <source>Open a record of a ride: a CSV with the columns t (s), ax, ay, az (g).</source>
            <translation>Aufzeichnung einer Fahrt öffnen: eine CSV mit den Spalten t (s), ax, ay, az (g).</translation>
        </message>
        <message>
            <source>%1 g</source>
            <translation>%1 g</translation>
        </message>
        <message>
            <source>%1 s</source>
            <translation>%1 s</translation>
        </message>
        <message>
            <source>how often which range came (log)</source>
            <translation>wie oft welche Spanne kam (log)</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::RidePage</name>
        <message>
            <source>Open a record...</source>
            <translation>Aufzeichnung öffnen...</translation>
        </message>
        <message>
            <source>Direction</source>
            <translation>Richtung</translation>
        </message>
        <message>
            <source>up and down</source>
            <translation>auf und ab</translation>
        </message>
        <message>
            <source>along</source>
            <translation>längs</translation>
        </message>
        <message>
            <source>across</source>
            <translation>quer</translation>
        </message>
        <message>
            <source>Hours of such riding in its life</source>
            <translation>Stunden solcher Fahrt in seinem Leben</translation>
        </message>
        <message>
            <source>Hours of it in its life</source>
            <translation>Stunden davon in seinem Leben</translation>
        </message>
        <message>
            <source>The house counts %1 million shakes of %2 g in the life of a piece.</source>
            <translation>Das Haus zählt %1 Millionen Stöße von %2 g im Leben eines Stücks.</translation>
        </message>
        <message>
            <source>%1: %2 hours of it do the harm of %3 million shakes of %4 g from low to high. The house has %5 g. Only up and down is taken into the rules.</source>
            <translation>%1: %2 Stunden davon schaden wie %3 Millionen Stöße von %4 g von unten nach oben. Das Haus hat %5 g. Nur auf und ab geht in die Regeln.</translation>
        </message>
        <message>
            <source>Type how many hours of such riding there are in the life of the piece.</source>
            <translation>Eingeben, wie viele Stunden solcher Fahrt es im Leben des Stücks gibt.</translation>
        </message>
        <message>
            <source>Shake of the road from %1</source>
            <translation>Stoß der Straße aus %1</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::SchoolsSheet</name>
        <message>
            <source>Weld out %1</source>
            <translation>Fertig schweißen: %1</translation>
        </message>
        <message>
            <source>Schools of practice</source>
            <translation>Schulen der Ausführung</translation>
        </message>
        <message>
            <source>Ways in which shops differ, and what each costs against the design in hand</source>
            <translation>Worin sich Werkstätten unterscheiden, und was jedes gegen den jetzigen Entwurf kostet</translation>
        </message>
        <message>
            <source>Schools of practice with their prices</source>
            <translation>Schulen der Ausführung mit ihrem Preis</translation>
        </message>
        <message>
            <source>School and way</source>
            <translation>Schule und Weise</translation>
        </message>
        <message>
            <source>Mass</source>
            <translation>Masse</translation>
        </message>
        <message>
            <source>Material</source>
            <translation>Werkstoff</translation>
        </message>
        <message>
            <source>Hours</source>
            <translation>Stunden</translation>
        </message>
        <message>
            <source>Angles</source>
            <translation>Winkel</translation>
        </message>
        <message>
            <source>Build it so</source>
            <translation>So bauen</translation>
        </message>
        <message>
            <source>Close</source>
            <translation>Schließen</translation>
        </message>
        <message>
            <source>Choose a piece first.</source>
            <translation>Erst ein Stück wählen.</translation>
        </message>
        <message>
            <source>Being priced...</source>
            <translation>Wird bepreist...</translation>
        </message>
        <message>
            <source>%1: %2</source>
            <translation>%1: %2</translation>
        </message>
        <message>
            <source>as it is</source>
            <translation>wie es ist</translation>
        </message>
        <message>
            <source>%1 %2</source>
            <translation>%1 %2</translation>
        </message>
        <message>
            <source>%1%2 %3</source>
            <translation>%1%2 %3</translation>
        </message>
        <message>
            <source>%1%2 h</source>
            <translation>%1%2 h</translation>
        </message>
        <message>
            <source>none changes</source>
            <translation>keiner ändert sich</translation>
        </message>
        <message>
            <source>There is one way to build this piece: its pattern knows no schools.</source>
            <translation>Dieses Stück baut man auf eine Weise: sein Muster kennt keine Schulen.</translation>
        </message>
        <message>
            <source>Bought parts are in the mass, not in the material. Choose a row and build it so; it is one step to undo. What it does to the proof is told in Prove.</source>
            <translation>Gekauftes ist in der Masse, nicht im Werkstoff. Eine Zeile wählen und so bauen; es ist ein Schritt zum Zurücknehmen. Was es mit dem Nachweis macht, steht unter Nachweisen.</translation>
        </message>
        <message>
            <source>Build with %1</source>
            <translation>Bauen mit %1</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::Session</name>
        <message>
            <source>Add %1</source>
            <translation>%1 hinzufügen</translation>
        </message>
        <message>
            <source>Remove %1</source>
            <translation>%1 entfernen</translation>
        </message>
        <message>
            <source>Set %1</source>
            <translation>%1 stellen</translation>
        </message>
        <message>
            <source>Take remedy: %1</source>
            <translation>Abhilfe nehmen: %1</translation>
        </message>
        <message>
            <source>Size the piece: %1</source>
            <translation>Das Stück bemessen: %1</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::SheetPage</name>
        <message>
            <source>Plates by material and thickness</source>
            <translation>Bleche nach Werkstoff und Dicke</translation>
        </message>
        <message>
            <source>Plate</source>
            <translation>Blech</translation>
        </message>
        <message>
            <source>Parts</source>
            <translation>Teile</translation>
        </message>
        <message>
            <source>Sheets</source>
            <translation>Tafeln</translation>
        </message>
        <message>
            <source>To buy</source>
            <translation>Zu kaufen</translation>
        </message>
        <message>
            <source>Used</source>
            <translation>Verwendet</translation>
        </message>
        <message>
            <source>Cost</source>
            <translation>Kosten</translation>
        </message>
        <message>
            <source>Lay the plates out</source>
            <translation>Bleche auslegen</translation>
        </message>
        <message>
            <source>Cutting files...</source>
            <translation>Schneiddateien...</translation>
        </message>
        <message>
            <source>How far the laying out has come</source>
            <translation>Wie weit das Auslegen ist</translation>
        </message>
        <message>
            <source>No plate is left to be cut.</source>
            <translation>Kein Blech ist mehr zu schneiden.</translation>
        </message>
        <message>
            <source>Plates larger than any sheet: %1.</source>
            <translation>Bleche, größer als jede Tafel: %1.</translation>
        </message>
        <message>
            <source>Sheets to buy whole, others by what is cut from them: %1 %2.</source>
            <translation>Gekaufte Tafeln ganz, andere nach dem Ausgeschnittenen: %1 %2.</translation>
        </message>
        <message>
            <source>Sheets of the shop are used first, then new ones.</source>
            <translation>Tafeln der Werkstatt werden zuerst verbraucht, dann neue.</translation>
        </message>
        <message>
            <source>Stop</source>
            <translation>Anhalten</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::SheetsView</name>
        <message>
            <source>Sheets with the plates laid on them</source>
            <translation>Tafeln mit den ausgelegten Blechen</translation>
        </message>
        <message>
            <source>Lay the plates out to see them on their sheets.</source>
            <translation>Bleche auslegen, um sie auf ihren Tafeln zu sehen.</translation>
        </message>
        <message>
            <source>To buy, sheet %1: %2, of which %3 × %4 are used</source>
            <translation>Zu kaufen, Tafel %1: %2, davon %3 × %4 verwendet</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::ShopSheet</name>
        <message>
            <source>Shop and earlier jobs</source>
            <translation>Werkstatt und frühere Aufträge</translation>
        </message>
        <message>
            <source>Words to look for in earlier jobs</source>
            <translation>Worte, nach denen in früheren Aufträgen gesucht wird</translation>
        </message>
        <message>
            <source>Look for: a vehicle, a piece, a customer, a word of the log</source>
            <translation>Suchen nach: Fahrzeug, Stück, Kunde, ein Wort des Protokolls</translation>
        </message>
        <message>
            <source>Earlier jobs</source>
            <translation>Frühere Aufträge</translation>
        </message>
        <message>
            <source>Job</source>
            <translation>Auftrag</translation>
        </message>
        <message>
            <source>Vehicle</source>
            <translation>Fahrzeug</translation>
        </message>
        <message>
            <source>Pieces</source>
            <translation>Stücke</translation>
        </message>
        <message>
            <source>Kept</source>
            <translation>Geblieben</translation>
        </message>
        <message>
            <source>Hours</source>
            <translation>Stunden</translation>
        </message>
        <message>
            <source>Spent</source>
            <translation>Ausgegeben</translation>
        </message>
        <message>
            <source>Start a new job from it</source>
            <translation>Damit einen neuen Auftrag beginnen</translation>
        </message>
        <message>
            <source>Take it off this list</source>
            <translation>Von dieser Liste nehmen</translation>
        </message>
        <message>
            <source>Keep this job's rack, prices and rules as the shop's</source>
            <translation>Regal, Preise und Regeln dieses Auftrags als die der Werkstatt behalten</translation>
        </message>
        <message>
            <source>Take the shop's into this job</source>
            <translation>Die der Werkstatt in diesen Auftrag nehmen</translation>
        </message>
        <message>
            <source>Export all...</source>
            <translation>Alles ausführen...</translation>
        </message>
        <message>
            <source>Import...</source>
            <translation>Einführen...</translation>
        </message>
        <message>
            <source>The shop</source>
            <translation>Die Werkstatt</translation>
        </message>
        <message>
            <source>%1 h</source>
            <translation>%1 h</translation>
        </message>
        <message>
            <source>%1 %2</source>
            <translation>%1 %2</translation>
        </message>
        <message>
            <source>Every job that is saved is kept here, and can be started from again. </source>
            <translation>Jeder gespeicherte Auftrag bleibt hier und lässt sich als Anfang nehmen. </translation>
        </message>
        <message>
            <source>The shop's rack, prices and house rules are those of %1.</source>
            <translation>Regal, Preise und Hausregeln der Werkstatt sind die vom %1.</translation>
        </message>
        <message>
            <source>No rack and prices are kept as the shop's own yet.</source>
            <translation>Noch sind kein Regal und keine Preise als die der Werkstatt behalten.</translation>
        </message>
        <message>
            <source>Take the shop's rack, prices and rules</source>
            <translation>Regal, Preise und Regeln der Werkstatt nehmen</translation>
        </message>
        <message>
            <source>Export the shop</source>
            <translation>Die Werkstatt ausführen</translation>
        </message>
        <message>
            <source>Written to %1.</source>
            <translation>Geschrieben nach %1.</translation>
        </message>
        <message>
            <source>Import a shop</source>
            <translation>Eine Werkstatt einführen</translation>
        </message>
        <message numerus="yes">
            <source>%n job(s) taken from %1.</source>
            <translation>
                <numerusform>Ein Auftrag aus %1 genommen.</numerusform>
                <numerusform>%n Aufträge aus %1 genommen.</numerusform>
            </translation>
        </message>
    </context>
    <context>
        <name>hefty::app::SizingSheet</name>
        <message>
            <source>Size the piece</source>
            <translation>Das Stück bemessen</translation>
        </message>
        <message>
            <source>Lightest</source>
            <translation>Am leichtesten</translation>
        </message>
        <message>
            <source>Least material cost</source>
            <translation>Geringste Werkstoffkosten</translation>
        </message>
        <message>
            <source>Half and half</source>
            <translation>Halb und halb</translation>
        </message>
        <message>
            <source>Only tubes that lie on the rack</source>
            <translation>Nur Rohre, die im Regal liegen</translation>
        </message>
        <message>
            <source>Keep the outside of the tube, change its wall</source>
            <translation>Das Äußere des Rohrs behalten, seine Wand ändern</translation>
        </message>
        <message>
            <source>Adds no more than</source>
            <translation>Bringt nicht mehr als</translation>
        </message>
        <message>
            <source>All that is added to the vehicle. It begins at the house's limit.</source>
            <translation>Alles, was das Fahrzeug dazu bekommt. Beginnt bei der Grenze des Hauses.</translation>
        </message>
        <message>
            <source>Walls, plates, legs and bolt grades are made as small as every check allows. What is found is shown before anything changes.</source>
            <translation>Wände, Bleche, Schenkel und Schraubengüten werden so klein, wie jeder Nachweis erlaubt. Was gefunden wird, wird gezeigt, bevor sich etwas ändert.</translation>
        </message>
        <message>
            <source>Find sizes</source>
            <translation>Größen suchen</translation>
        </message>
        <message>
            <source>Stop</source>
            <translation>Anhalten</translation>
        </message>
        <message>
            <source>Take these sizes</source>
            <translation>Diese Größen nehmen</translation>
        </message>
        <message>
            <source>What for</source>
            <translation>Wofür</translation>
        </message>
        <message>
            <source>Largest leg the welder runs</source>
            <translation>Größter Schenkel, den der Schweißer legt</translation>
        </message>
        <message>
            <source>There is no piece to size.</source>
            <translation>Es gibt kein Stück zu bemessen.</translation>
        </message>
        <message>
            <source>Trying sizes…</source>
            <translation>Größen werden versucht…</translation>
        </message>
        <message>
            <source>Stopping…</source>
            <translation>Wird angehalten…</translation>
        </message>
        <message>
            <source>Nothing can be smaller: the sizes are the least that hold.</source>
            <translation>Nichts kann kleiner sein: die Größen sind die kleinsten, die halten.</translation>
        </message>
        <message>
            <source>%1, %2 of material. Hardest worked then: %3, with plates as shells.</source>
            <translation>%1, %2 Werkstoff. Am härtesten dann: %3, mit Blechen als Schalen.</translation>
        </message>
        <message>
            <source>

Tried %1 sets of sizes.</source>
            <translation>

%1 Sätze von Größen versucht.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::SpaceView</name>
        <message>
            <source>Vehicle</source>
            <translation>Fahrzeug</translation>
        </message>
        <message>
            <source>Seams</source>
            <translation>Nähte</translation>
        </message>
        <message>
            <source>Cut open</source>
            <translation>Aufgeschnitten</translation>
        </message>
        <message>
            <source>Swing the gate open</source>
            <translation>Den Arm aufschwenken</translation>
        </message>
        <message>
            <source>Open by %1</source>
            <translation>Offen um %1</translation>
        </message>
        <message>
            <source>Swing open</source>
            <translation>Aufschwenken</translation>
        </message>
        <message>
            <source>Cut open from the near side</source>
            <translation>Von der nahen Seite aufschneiden</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::StandsOnBox</name>
        <message>
            <source>Stands on</source>
            <translation>Steht auf</translation>
        </message>
        <message>
            <source>A piece that stands on another is bolted to what that offers and proved together with it.</source>
            <translation>Ein Stück, das auf einem anderen steht, wird an das geschraubt, was jenes bietet, und mit ihm zusammen nachgewiesen.</translation>
        </message>
        <message>
            <source>the vehicle</source>
            <translation>das Fahrzeug</translation>
        </message>
        <message>
            <source>Set %1 on %2</source>
            <translation>%1 auf %2 stellen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::StopButton</name>
        <message>
            <source>1 to settle</source>
            <translation>1 zu klären</translation>
        </message>
        <message>
            <source>%1 to settle</source>
            <translation>%1 zu klären</translation>
        </message>
        <message>
            <source>under way</source>
            <translation>in Arbeit</translation>
        </message>
        <message>
            <source>not started</source>
            <translation>nicht begonnen</translation>
        </message>
        <message>
            <source>%1: %2</source>
            <translation>%1: %2</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::StructureView</name>
        <message>
            <source>Structure, tinted by how hard it works</source>
            <translation>Aufbau, getönt nach der Härte der Arbeit</translation>
        </message>
        <message>
            <source>Folds at %1; hinges in their order:</source>
            <translation>Knickt ein bei %1; Gelenke in ihrer Reihenfolge:</translation>
        </message>
        <message>
            <source>Bends on at %1; hinges in their order:</source>
            <translation>Biegt weiter bei %1; Gelenke in ihrer Reihenfolge:</translation>
        </message>
        <message>
            <source>%1  %2, %3</source>
            <translation>%1  %2, %3</translation>
        </message>
        <message>
            <source>of what it may carry</source>
            <translation>dessen, was es tragen darf</translation>
        </message>
        <message>
            <source>Plates as bars; a closer look follows when the hand rests</source>
            <translation>Bleche als Stäbe; genauer, wenn die Hand ruht</translation>
        </message>
        <message>
            <source>Plates as bars, in which hinges form</source>
            <translation>Bleche als Stäbe, in denen sich Gelenke bilden</translation>
        </message>
        <message>
            <source>Plates as %1 shells, welds as %2 stretches</source>
            <translation>Bleche als %1 Schalen, Nähte als %2 Strecken</translation>
        </message>
        <message>
            <source>; proved again with half the size</source>
            <translation>; noch einmal mit halber Größe nachgewiesen</translation>
        </message>
        <message>
            <source>Nothing to prove yet.
Measure the vehicle first: what is missing stands at the right.</source>
            <translation>Noch nichts nachzuweisen.
Erst das Fahrzeug messen: Fehlendes steht rechts.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::StuckPage</name>
        <message>
            <source>not mired</source>
            <translation>nicht versunken</translation>
        </message>
        <message>
            <source>to the hubs</source>
            <translation>bis zu den Naben</translation>
        </message>
        <message>
            <source>to the fenders</source>
            <translation>bis zu den Kotflügeln</translation>
        </message>
        <message>
            <source>to the body</source>
            <translation>bis zum Aufbau</translation>
        </message>
        <message>
            <source>%1, %2 of the weight</source>
            <translation>%1, %2 des Gewichts</translation>
        </message>
        <message>
            <source>Mass, loaded</source>
            <translation>Masse, beladen</translation>
        </message>
        <message>
            <source>Uphill</source>
            <translation>Bergauf</translation>
        </message>
        <message>
            <source>Stands in</source>
            <translation>Steht in</translation>
        </message>
        <message>
            <source>Ground</source>
            <translation>Boden</translation>
        </message>
        <message>
            <source>Lines more than needed</source>
            <translation>Seilstränge mehr als nötig</translation>
        </message>
        <message>
            <source>Why: the working</source>
            <translation>Warum: die Rechnung</translation>
        </message>
        <message>
            <source>What the pull goes through</source>
            <translation>Wodurch der Zug geht</translation>
        </message>
        <message>
            <source>Part</source>
            <translation>Teil</translation>
        </message>
        <message>
            <source>Force</source>
            <translation>Kraft</translation>
        </message>
        <message>
            <source>May carry</source>
            <translation>Darf tragen</translation>
        </message>
        <message>
            <source>Says</source>
            <translation>Sagt</translation>
        </message>
        <message>
            <source>A rope that parts kills. Nobody within one and a half of its length, dampers on every line, blocks and straps rated for their own force, never a tow ball. The anchor is for you to judge: it takes the whole pull. Dig first.</source>
            <translation>Ein reißendes Seil tötet. Niemand innerhalb der anderthalbfachen Länge, Dämpfer auf jedem Seil, Rollen und Gurte für ihre eigene Kraft, nie ein Kugelkopf. Den Anker müssen Sie beurteilen: er nimmt den ganzen Zug. Erst graben.</translation>
        </message>
        <message>
            <source>holds</source>
            <translation>hält</translation>
        </message>
        <message>
            <source>too much</source>
            <translation>zu viel</translation>
        </message>
        <message>
            <source>for you to judge</source>
            <translation>selbst zu beurteilen</translation>
        </message>
        <message>
            <source>by its mark</source>
            <translation>nach seinem Zeichen</translation>
        </message>
        <message>
            <source>%1 free it: ten lines of this winch are not enough. Dig, or pull with a second vehicle.</source>
            <translation>%1 befreien es: zehn Stränge dieser Winde genügen nicht. Graben, oder mit einem zweiten Fahrzeug ziehen.</translation>
        </message>
        <message>
            <source>Nothing holds it.</source>
            <translation>Nichts hält es.</translation>
        </message>
        <message>
            <source>%1 free it. The winch pulls %2: %3 lines are enough, %4 at the winch.%5</source>
            <translation>%1 befreien es. Die Winde zieht %2: %3 Stränge genügen, %4 an der Winde.%5</translation>
        </message>
        <message>
            <source> Something in the line is asked for too much: take more lines.</source>
            <translation> Etwas im Strang wird überfordert: mehr Stränge nehmen.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::SurveyPage</name>
        <message>
            <source>Ignore, or count again</source>
            <translation>Übergehen, oder wieder zählen</translation>
        </message>
        <message>
            <source>Use for the data</source>
            <translation>Für die Daten verwenden</translation>
        </message>
        <message>
            <source>Why</source>
            <translation>Warum</translation>
        </message>
        <message>
            <source>Begin with Points: where a tape can be held.</source>
            <translation>Mit Punkten beginnen: wo sich ein Maßband anhalten lässt.</translation>
        </message>
        <message>
            <source>%1 checks; points known to ±%2; readings %3 times as rough as claimed.</source>
            <translation>%1 Proben; Punkte auf ±%2 bekannt; Ablesungen %3-mal so grob wie angegeben.</translation>
        </message>
        <message>
            <source>Points known to ±%1, but nothing checks the readings yet.</source>
            <translation>Punkte auf ±%1 bekannt, aber noch prüft nichts die Ablesungen.</translation>
        </message>
        <message>
            <source> Settle the likely wrong reading first.</source>
            <translation> Erst die wohl falsche Ablesung klären.</translation>
        </message>
        <message>
            <source> Skew %1, twist %2. </source>
            <translation> Schräg %1, verwunden %2. </translation>
        </message>
        <message>
            <source>The readings do not hold all points yet; what is missing stands at the right.</source>
            <translation>Die Ablesungen halten noch nicht alle Punkte; Fehlendes steht rechts.</translation>
        </message>
        <message>
            <source>Next: %1 (%2 → %3)</source>
            <translation>Als nächstes: %1 (%2 → %3)</translation>
        </message>
        <message>
            <source>The reading that would make the points most certain</source>
            <translation>Die Ablesung, die die Punkte am sichersten macht</translation>
        </message>
        <message>
            <source>Plan a reading</source>
            <translation>Eine Ablesung planen</translation>
        </message>
        <message>
            <source>Count a reading again</source>
            <translation>Eine Ablesung wieder zählen</translation>
        </message>
        <message>
            <source>Ignore a reading</source>
            <translation>Eine Ablesung übergehen</translation>
        </message>
        <message>
            <source>Use the survey for the data</source>
            <translation>Die Vermessung für die Daten verwenden</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::TemplatePage</name>
        <message>
            <source>From offsets</source>
            <translation>Aus Abmaßen</translation>
        </message>
        <message>
            <source>offsets</source>
            <translation>Abmaße</translation>
        </message>
        <message>
            <source>Begin a template from offsets</source>
            <translation>Eine Schablone aus Abmaßen beginnen</translation>
        </message>
        <message>
            <source>From DXF, SVG</source>
            <translation>Aus DXF, SVG</translation>
        </message>
        <message>
            <source>Open a drawing</source>
            <translation>Eine Zeichnung öffnen</translation>
        </message>
        <message>
            <source>Drawings (*.dxf *.svg);;All files (*)</source>
            <translation>Zeichnungen (*.dxf *.svg);;Alle Dateien (*)</translation>
        </message>
        <message>
            <source>From a photo</source>
            <translation>Aus einem Foto</translation>
        </message>
        <message>
            <source>Open a photograph</source>
            <translation>Ein Foto öffnen</translation>
        </message>
        <message>
            <source>Pictures (*.png *.jpg *.jpeg *.bmp *.webp);;All files (*)</source>
            <translation>Bilder (*.png *.jpg *.jpeg *.bmp *.webp);;Alle Dateien (*)</translation>
        </message>
        <message>
            <source>Save the sheet</source>
            <translation>Das Blatt speichern</translation>
        </message>
        <message>
            <source>Save the reference sheet</source>
            <translation>Das Bezugsblatt speichern</translation>
        </message>
        <message>
            <source>PDF (*.pdf)</source>
            <translation>PDF (*.pdf)</translation>
        </message>
        <message>
            <source>Export</source>
            <translation>Ausführen</translation>
        </message>
        <message>
            <source>Export the outline</source>
            <translation>Den Umriss ausführen</translation>
        </message>
        <message>
            <source>DXF (*.dxf);;SVG (*.svg)</source>
            <translation>DXF (*.dxf);;SVG (*.svg)</translation>
        </message>
        <message>
            <source>%1 cannot be read: %2.</source>
            <translation>%1 ist nicht zu lesen: %2.</translation>
        </message>
        <message>
            <source>Read %1, its unit %2. Check a length that you know.</source>
            <translation>%1 gelesen, Einheit %2. Eine bekannte Länge prüfen.</translation>
        </message>
        <message>
            <source>It has %1 parts, the largest first. Lay out, By hand, Plate from a drawing puts them together.</source>
            <translation>Es hat %1 Teile, das größte zuerst. Entwerfen, Von Hand, Blech aus einer Zeichnung fügt sie zusammen.</translation>
        </message>
        <message>
            <source>Left out, %1: %2.</source>
            <translation>Weggelassen, %1: %2.</translation>
        </message>
        <message>
            <source>Take a template from %1</source>
            <translation>Eine Schablone aus %1 nehmen</translation>
        </message>
        <message>
            <source>Trace a template from %1</source>
            <translation>Eine Schablone aus %1 nachziehen</translation>
        </message>
        <message>
            <source>Traced. The sheet's check dots are off by at most %1, lengths by %2 percent.</source>
            <translation>Nachgezogen. Die Prüfpunkte des Blatts liegen höchstens %1 daneben, Längen %2 Prozent.</translation>
        </message>
        <message>
            <source>Traced, but the sheet's check dots were not found: the scale is not checked.</source>
            <translation>Nachgezogen, aber die Prüfpunkte des Blatts wurden nicht gefunden: der Maßstab ist nicht geprüft.</translation>
        </message>
        <message>
            <source>Reference sheet for templates</source>
            <translation>Bezugsblatt für Schablonen</translation>
        </message>
        <message>
            <source>%1 cannot be written.</source>
            <translation>%1 lässt sich nicht schreiben.</translation>
        </message>
        <message>
            <source>Print at 100 %. Middle to middle of the marks: %1 x %2 mm; measure it.</source>
            <translation>Mit 100 % drucken. Mitte zu Mitte der Marken: %1 x %2 mm; nachmessen.</translation>
        </message>
        <message>
            <source>Saved. Print it on A3 at full size, lay the template inside the marks, photograph it from above.</source>
            <translation>Gespeichert. Auf A3 in voller Größe drucken, die Schablone zwischen die Marken legen, von oben fotografieren.</translation>
        </message>
        <message>
            <source>There is no outline to export yet.</source>
            <translation>Noch gibt es keinen Umriss auszuführen.</translation>
        </message>
        <message>
            <source>Exported to %1.</source>
            <translation>Nach %1 ausgeführt.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::TirePage</name>
        <message>
            <source>The tire that was on when the vehicle was measured</source>
            <translation>Der Reifen, der beim Messen des Fahrzeugs darauf war</translation>
        </message>
        <message>
            <source>The tire that angles, sag and trail are worked out for</source>
            <translation>Der Reifen, für den Winkel, Einfederung und Fahrt gerechnet werden</translation>
        </message>
        <message>
            <source>Measured on</source>
            <translation>Gemessen auf</translation>
        </message>
        <message>
            <source>Stands on</source>
            <translation>Steht auf</translation>
        </message>
        <message>
            <source>Say which tire it was measured on</source>
            <translation>Sagen, auf welchem Reifen gemessen wurde</translation>
        </message>
        <message>
            <source>Stand on another tire</source>
            <translation>Auf einem anderen Reifen stehen</translation>
        </message>
        <message>
            <source>Begin with the tire that the vehicle stands on: its code is on the sidewall.</source>
            <translation>Mit dem Reifen beginnen, auf dem das Fahrzeug steht: seine Größe steht auf der Flanke.</translation>
        </message>
        <message>
            <source>%1: %2 over the tread, %3 wide, about %4 bare. Loaded radius %5 front, %6 rear.</source>
            <translation>%1: %2 über das Profil, %3 breit, etwa %4 allein. Belasteter Radius %5 vorn, %6 hinten.</translation>
        </message>
        <message>
            <source> Backspacing %1.</source>
            <translation> Maß hinter der Anlage %1.</translation>
        </message>
        <message>
            <source> Lug to neighbor %1.</source>
            <translation> Bolzen zum nächsten %1.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::Tour</name>
        <message>
            <source>A walk around the window</source>
            <translation>Ein Rundgang durch das Fenster</translation>
        </message>
        <message>
            <source>Back</source>
            <translation>Zurück</translation>
        </message>
        <message>
            <source>Leave</source>
            <translation>Verlassen</translation>
        </message>
        <message>
            <source>%1 of %2</source>
            <translation>%1 von %2</translation>
        </message>
        <message>
            <source>Next</source>
            <translation>Weiter</translation>
        </message>
        <message>
            <source>Done</source>
            <translation>Fertig</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::TrailView</name>
        <message>
            <source>Nothing to drive yet; what is missing stands at the right.</source>
            <translation>Noch nichts zu fahren; Fehlendes steht rechts.</translation>
        </message>
        <message>
            <source>in the air</source>
            <translation>in der Luft</translation>
        </message>
        <message>
            <source>front %1 | %2, rear %3 | %4</source>
            <translation>vorn %1 | %2, hinten %3 | %4</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::Traveler</name>
        <message>
            <source>Reopen</source>
            <translation>Wieder öffnen</translation>
        </message>
        <message>
            <source>Sign off</source>
            <translation>Abzeichnen</translation>
        </message>
        <message>
            <source>Take back the sign-off of %1</source>
            <translation>Das Abzeichnen von %1 zurücknehmen</translation>
        </message>
        <message>
            <source>Mark %1 as done, with today's date</source>
            <translation>%1 als fertig bezeichnen, mit heutigem Datum</translation>
        </message>
        <message>
            <source>Reopen %1</source>
            <translation>%1 wieder öffnen</translation>
        </message>
        <message>
            <source>Sign off %1</source>
            <translation>%1 abzeichnen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::TweakBox</name>
        <message>
            <source>Kind of change</source>
            <translation>Art der Änderung</translation>
        </message>
        <message>
            <source>What it becomes</source>
            <translation>Was es wird</translation>
        </message>
        <message>
            <source>Make the change</source>
            <translation>Die Änderung machen</translation>
        </message>
        <message>
            <source> to </source>
            <translation> nach </translation>
        </message>
        <message>
            <source>%1 moved %2, %3, %4</source>
            <translation>%1 verschoben um %2, %3, %4</translation>
        </message>
        <message>
            <source>%1 in %2</source>
            <translation>%1 in %2</translation>
        </message>
        <message>
            <source>%1 %2 thick</source>
            <translation>%1 %2 dick</translation>
        </message>
        <message>
            <source>gusset %1 at %2</source>
            <translation>Knotenblech %1 an %2</translation>
        </message>
        <message>
            <source>hole %1 in %2</source>
            <translation>Loch %1 in %2</translation>
        </message>
        <message>
            <source>weld %1, leg %2</source>
            <translation>Naht %1, Schenkel %2</translation>
        </message>
        <message>
            <source>weld %1, stitches %2 every %3</source>
            <translation>Naht %1, Stiche %2 alle %3</translation>
        </message>
        <message>
            <source>weld %1 left out</source>
            <translation>Naht %1 weggelassen</translation>
        </message>
        <message>
            <source>Remove a change</source>
            <translation>Eine Änderung entfernen</translation>
        </message>
        <message>
            <source>Remove: %1</source>
            <translation>Entfernen: %1</translation>
        </message>
        <message>
            <source>Other wall</source>
            <translation>Andere Wand</translation>
        </message>
        <message>
            <source>Other thickness</source>
            <translation>Andere Dicke</translation>
        </message>
        <message>
            <source>Move</source>
            <translation>Verschieben</translation>
        </message>
        <message>
            <source>Drill a hole</source>
            <translation>Ein Loch bohren</translation>
        </message>
        <message>
            <source>Other leg</source>
            <translation>Anderer Schenkel</translation>
        </message>
        <message>
            <source>Weld it in stitches</source>
            <translation>In Stichen schweißen</translation>
        </message>
        <message>
            <source>Leave it out</source>
            <translation>Weglassen</translation>
        </message>
        <message>
            <source>Add a gusset</source>
            <translation>Ein Knotenblech setzen</translation>
        </message>
        <message>
            <source>Change &lt;b&gt;%1&lt;/b&gt;:</source>
            <translation>&lt;b&gt;%1&lt;/b&gt; ändern:</translation>
        </message>
        <message>
            <source>Click a part in the picture to change it.</source>
            <translation>Ein Teil im Bild anklicken, um es zu ändern.</translation>
        </message>
        <message>
            <source>Forward</source>
            <translation>Vorwärts</translation>
        </message>
        <message>
            <source>Left</source>
            <translation>Links</translation>
        </message>
        <message>
            <source>Up</source>
            <translation>Hoch</translation>
        </message>
        <message>
            <source>Diameter</source>
            <translation>Durchmesser</translation>
        </message>
        <message>
            <source>Along</source>
            <translation>Entlang</translation>
        </message>
        <message>
            <source>Across</source>
            <translation>Quer</translation>
        </message>
        <message>
            <source>Leg</source>
            <translation>Schenkel</translation>
        </message>
        <message>
            <source>Stitch</source>
            <translation>Stich</translation>
        </message>
        <message>
            <source>Middle to middle</source>
            <translation>Mitte zu Mitte</translation>
        </message>
        <message>
            <source>Above middle</source>
            <translation>Über der Mitte</translation>
        </message>
        <message>
            <source>Change %1</source>
            <translation>%1 ändern</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::VariantModel</name>
        <message>
            <source>Governed by %1</source>
            <translation>Bestimmt durch %1</translation>
        </message>
        <message>
            <source>On tire</source>
            <translation>Auf Reifen</translation>
        </message>
        <message>
            <source>Load</source>
            <translation>Lasten</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::VariantsSheet</name>
        <message>
            <source>Variants</source>
            <translation>Varianten</translation>
        </message>
        <message>
            <source>One design</source>
            <translation>Ein Entwurf</translation>
        </message>
        <message>
            <source>The other design</source>
            <translation>Der andere Entwurf</translation>
        </message>
        <message>
            <source>Name for the design in hand</source>
            <translation>Name für den jetzigen Entwurf</translation>
        </message>
        <message>
            <source>Keep the design in hand as</source>
            <translation>Den jetzigen Entwurf behalten als</translation>
        </message>
        <message>
            <source>Keep it</source>
            <translation>Behalten</translation>
        </message>
        <message>
            <source>beside</source>
            <translation>neben</translation>
        </message>
        <message>
            <source>Go back to the second</source>
            <translation>Zum zweiten zurück</translation>
        </message>
        <message>
            <source>Forget the second</source>
            <translation>Den zweiten vergessen</translation>
        </message>
        <message>
            <source>Both designs in numbers</source>
            <translation>Beide Entwürfe in Zahlen</translation>
        </message>
        <message>
            <source>What</source>
            <translation>Was</translation>
        </message>
        <message>
            <source>One</source>
            <translation>Einer</translation>
        </message>
        <message>
            <source>Other</source>
            <translation>Anderer</translation>
        </message>
        <message>
            <source>Better</source>
            <translation>Besser</translation>
        </message>
        <message>
            <source>Close</source>
            <translation>Schließen</translation>
        </message>
        <message>
            <source>The design in hand</source>
            <translation>Der jetzige Entwurf</translation>
        </message>
        <message>
            <source>%1, of %2</source>
            <translation>%1, vom %2</translation>
        </message>
        <message>
            <source>Give it a name first.</source>
            <translation>Erst einen Namen geben.</translation>
        </message>
        <message>
            <source>Keep %1</source>
            <translation>%1 behalten</translation>
        </message>
        <message>
            <source>Forget %1</source>
            <translation>%1 vergessen</translation>
        </message>
        <message>
            <source>Go back to %1</source>
            <translation>Zurück zu %1</translation>
        </message>
        <message>
            <source>Being looked at...</source>
            <translation>Wird angesehen...</translation>
        </message>
        <message>
            <source>one</source>
            <translation>einer</translation>
        </message>
        <message>
            <source>other</source>
            <translation>anderer</translation>
        </message>
        <message>
            <source>Keep the design as it is now, change it, and both stand beside each other here.</source>
            <translation>Den Entwurf behalten, wie er ist, ihn ändern, und beide stehen hier nebeneinander.</translation>
        </message>
        <message>
            <source>The first as it is, the edges of the other in blue. Checks with plates as shells.</source>
            <translation>Der erste, wie er ist, die Kanten des anderen in Blau. Nachweise mit Blechen als Schalen.</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::WalkCard</name>
        <message>
            <source>Ahead of coupling</source>
            <translation>Vor der Kupplung</translation>
        </message>
        <message>
            <source>Ahead of axle</source>
            <translation>Vor der Achse</translation>
        </message>
        <message>
            <source>Left of middle</source>
            <translation>Links der Mitte</translation>
        </message>
        <message>
            <source>Above floor</source>
            <translation>Über dem Boden</translation>
        </message>
        <message>
            <source>Ahead, from</source>
            <translation>Vorn, von</translation>
        </message>
        <message>
            <source>to</source>
            <translation>bis</translation>
        </message>
        <message>
            <source>Left, from</source>
            <translation>Links, von</translation>
        </message>
        <message>
            <source>Up, from</source>
            <translation>Hoch, von</translation>
        </message>
        <message>
            <source>How well it is known</source>
            <translation>Wie sicher es bekannt ist</translation>
        </message>
        <message>
            <source>Take</source>
            <translation>Übernehmen</translation>
        </message>
        <message>
            <source>Never under a vehicle that stands on a jack alone.</source>
            <translation>Nie unter einem Fahrzeug, das nur auf einem Wagenheber steht.</translation>
        </message>
        <message>
            <source>On both sides: make it one</source>
            <translation>Auf beiden Seiten: eine daraus machen</translation>
        </message>
        <message>
            <source>The other side is the same</source>
            <translation>Die andere Seite ist gleich</translation>
        </message>
        <message>
            <source>Mirror to the other side</source>
            <translation>Auf die andere Seite spiegeln</translation>
        </message>
        <message>
            <source>Their list is under Lists, Holes.</source>
            <translation>Ihre Liste steht unter Listen, Löcher.</translation>
        </message>
        <message>
            <source>Type what the tape says, or drag the mark for an estimate.</source>
            <translation>Eingeben, was das Maßband sagt, oder die Marke als Schätzung ziehen.</translation>
        </message>
        <message>
            <source>Known as %1%2.</source>
            <translation>Bekannt als %1%2.</translation>
        </message>
        <message>
            <source> since %1</source>
            <translation> seit %1</translation>
        </message>
        <message>
            <source>How it moves and how far is under Lists, Moving: check that it is so.</source>
            <translation>Wie und wie weit es sich bewegt, steht unter Listen, Bewegliches: prüfen, ob es stimmt.</translation>
        </message>
        <message>
            <source>Measure</source>
            <translation>Messen</translation>
        </message>
        <message>
            <source>about %1</source>
            <translation>etwa %1</translation>
        </message>
        <message>
            <source>%1 cannot be: it should be from %2 to %3.</source>
            <translation>%1 kann nicht sein: es sollte von %2 bis %3 sein.</translation>
        </message>
        <message>
            <source>Measure %1</source>
            <translation>%1 messen</translation>
        </message>
        <message>
            <source>%1: %2</source>
            <translation>%1: %2</translation>
        </message>
        <message>
            <source>Say how well %1 is known</source>
            <translation>Sagen, wie sicher %1 bekannt ist</translation>
        </message>
        <message>
            <source>Mirror %1</source>
            <translation>%1 spiegeln</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::WalkPage</name>
        <message>
            <source>Vehicle %1, with what to measure</source>
            <translation>Fahrzeug %1, mit dem, was zu messen ist</translation>
        </message>
        <message>
            <source>What to measure, what is missing first</source>
            <translation>Was zu messen ist, Fehlendes zuerst</translation>
        </message>
        <message>
            <source>Side</source>
            <translation>Seite</translation>
        </message>
        <message>
            <source>Ahead</source>
            <translation>Vorn</translation>
        </message>
        <message>
            <source>Above</source>
            <translation>Oben</translation>
        </message>
        <message>
            <source>Behind</source>
            <translation>Hinten</translation>
        </message>
        <message>
            <source>Under</source>
            <translation>Unten</translation>
        </message>
        <message>
            <source>All %1 are known.</source>
            <translation>Alle %1 sind bekannt.</translation>
        </message>
        <message>
            <source>%1 of %2 missing; %3</source>
            <translation>%1 von %2 fehlen; %3</translation>
        </message>
        <message>
            <source>none holds the job up.</source>
            <translation>keines hält den Auftrag auf.</translation>
        </message>
        <message>
            <source>%1 hold the job up.</source>
            <translation>%1 halten den Auftrag auf.</translation>
        </message>
        <message>
            <source>missing; for %1</source>
            <translation>fehlt; für %1</translation>
        </message>
        <message>
            <source>Place %1</source>
            <translation>%1 setzen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::Welcome</name>
        <message>
            <source>Hefty Girder</source>
            <translation>Hefty Girder</translation>
        </message>
        <message>
            <source>What shall be built?</source>
            <translation>Was soll gebaut werden?</translation>
        </message>
        <message>
            <source>Begin with your own vehicle and a tape, or look at a job that is laid out already. What the program tells of strength is an estimate for a competent builder to check; local codes come first.</source>
            <translation>Mit dem eigenen Fahrzeug und einem Maßband beginnen, oder einen fertig entworfenen Auftrag ansehen. Was das Programm über Festigkeit sagt, ist eine Schätzung, die ein fachkundiger Bauer prüft; örtliche Vorschriften gehen vor.</translation>
        </message>
        <message>
            <source>New job: measure a vehicle</source>
            <translation>Neuer Auftrag: ein Fahrzeug messen</translation>
        </message>
        <message>
            <source>Open a job...</source>
            <translation>Auftrag öffnen...</translation>
        </message>
        <message>
            <source>Show me around</source>
            <translation>Herumführen</translation>
        </message>
        <message>
            <source>Demo jobs</source>
            <translation>Beispielaufträge</translation>
        </message>
        <message>
            <source>Close</source>
            <translation>Schließen</translation>
        </message>
        <message>
            <source>Demo job: %1</source>
            <translation>Beispielauftrag: %1</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::StraighterSheet</name>
        <message>
            <source>A straighter order of welding</source>
            <translation>Eine geradere Schweißfolge</translation>
        </message>
        <message>
            <source>How far the search has come</source>
            <translation>Wie weit die Suche ist</translation>
        </message>
        <message>
            <source>Seams are tried at other places of the order, those that pull most first, in the piece's own model. No order is taken that leaves more out of the torch's reach or takes over 20 minutes longer. What is found is shown before anything changes.</source>
            <translation>Nähte werden an anderen Stellen der Folge versucht, die am stärksten ziehenden zuerst, im Modell des Stücks selbst. Keine Folge wird genommen, die mehr außer Reichweite des Brenners lässt oder über 20 Minuten länger dauert. Was gefunden wird, wird gezeigt, bevor sich etwas ändert.</translation>
        </message>
        <message>
            <source>Look for it</source>
            <translation>Suchen</translation>
        </message>
        <message>
            <source>Stop</source>
            <translation>Anhalten</translation>
        </message>
        <message>
            <source>Weld in this order</source>
            <translation>In dieser Folge schweißen</translation>
        </message>
        <message>
            <source>There is no piece to weld.</source>
            <translation>Es gibt kein Stück zu schweißen.</translation>
        </message>
        <message>
            <source>Trying orders…</source>
            <translation>Folgen werden versucht…</translation>
        </message>
        <message>
            <source>Stopping…</source>
            <translation>Wird angehalten…</translation>
        </message>
        <message>
            <source>%1: %2 %3</source>
            <translation>%1: %2 %3</translation>
        </message>
        <message>
            <source>nothing that is worth telling</source>
            <translation>nichts, was der Rede wert ist</translation>
        </message>
        <message>
            <source>None of %1 orders leaves it straighter. Use a jig, presets or a bar tacked between the mounts.</source>
            <translation>Keine von %1 Folgen lässt es gerader. Eine Vorrichtung, Vorgaben oder ein zwischen die Halter gehefteter Stab helfen.</translation>
        </message>
        <message>
            <source>As it is now:%1

In the order found, %2 percent straighter:%3

Waiting %4 to %5 min, turns of the piece %6 to %7. Tried %8 orders. Half to one and a half of such figures is what they are worth.</source>
            <translation>Wie es jetzt ist:%1

In der gefundenen Folge, %2 Prozent gerader:%3

Warten: %4, dann %5 min; Wenden des Stücks: %6, dann %7 Mal. %8 Folgen versucht. Solche Zahlen sind das Halbe bis Anderthalbfache wert.</translation>
        </message>
        <message>
            <source>Weld in a straighter order</source>
            <translation>In einer geraderen Folge schweißen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::WeldBench</name>
        <message>
            <source>On the vehicle</source>
            <translation>Am Fahrzeug</translation>
        </message>
        <message>
            <source>The piece is welded out bolted to the vehicle, which holds it until it is cold; it cannot be turned, and the vehicle is made ready first.</source>
            <translation>Das Stück wird ans Fahrzeug geschraubt fertig geschweißt, das es hält, bis es kalt ist; es kann nicht gewendet werden, und das Fahrzeug wird vorher vorbereitet.</translation>
        </message>
        <message>
            <source>Weld out on the vehicle</source>
            <translation>Am Fahrzeug fertig schweißen</translation>
        </message>
        <message>
            <source>Weld out on the bench</source>
            <translation>Auf der Werkbank fertig schweißen</translation>
        </message>
        <message>
            <source>%1: %2 %3</source>
            <translation>%1: %2 %3</translation>
        </message>
        <message>
            <source>Straighter…</source>
            <translation>Gerader…</translation>
        </message>
        <message>
            <source>Looks for an order that leaves the piece straighter.</source>
            <translation>Sucht eine Folge, die das Stück gerader lässt.</translation>
        </message>
        <message>
            <source>Seams</source>
            <translation>Nähte</translation>
        </message>
        <message>
            <source>Jig</source>
            <translation>Lehre</translation>
        </message>
        <message>
            <source>Hollows, coating</source>
            <translation>Hohlräume, Anstrich</translation>
        </message>
        <message>
            <source>The piece from above, the chosen seam's part marked</source>
            <translation>Das Stück von oben, mit dem Teil der gewählten Naht</translation>
        </message>
        <message>
            <source>From above, front down</source>
            <translation>Von oben, vorn nach unten</translation>
        </message>
        <message>
            <source>The piece in space, as far as it is fitted, with the torch at the next seam</source>
            <translation>Das Stück im Raum, soweit es angesetzt ist, mit dem Brenner an der nächsten Naht</translation>
        </message>
        <message>
            <source>Seams in the order of work</source>
            <translation>Nähte in der Reihenfolge der Arbeit</translation>
        </message>
        <message>
            <source>Step and seam</source>
            <translation>Schritt und Naht</translation>
        </message>
        <message>
            <source>Fit first</source>
            <translation>Erst ansetzen</translation>
        </message>
        <message>
            <source>Leg</source>
            <translation>Schenkel</translation>
        </message>
        <message>
            <source>Length</source>
            <translation>Länge</translation>
        </message>
        <message>
            <source>No reach</source>
            <translation>Unerreicht</translation>
        </message>
        <message>
            <source>Min</source>
            <translation>Min</translation>
        </message>
        <message>
            <source>Wait</source>
            <translation>Warten</translation>
        </message>
        <message>
            <source>Warm</source>
            <translation>Warm</translation>
        </message>
        <message>
            <source>Done</source>
            <translation>Fertig</translation>
        </message>
        <message>
            <source>Why: the working</source>
            <translation>Warum: die Rechnung</translation>
        </message>
        <message>
            <source>On the vehicle: battery and airbags disconnected, tanks and lines away, fire watch. Zinc and chrome fumes are poisonous. What carries people on the road is for qualified welders.</source>
            <translation>Am Fahrzeug: Batterie und Airbags abgeklemmt, Tanks und Leitungen weg, Brandwache. Rauch von Zink und Chrom ist giftig. Was Menschen auf der Straße trägt, gehört geprüften Schweißern.</translation>
        </message>
        <message>
            <source>Hollows of the piece</source>
            <translation>Hohlräume des Stücks</translation>
        </message>
        <message>
            <source>Inside of</source>
            <translation>Inneres von</translation>
        </message>
        <message>
            <source>Liters</source>
            <translation>Liter</translation>
        </message>
        <message>
            <source>Open ends</source>
            <translation>Offene Enden</translation>
        </message>
        <message>
            <source>Holes</source>
            <translation>Löcher</translation>
        </message>
        <message>
            <source>What to do</source>
            <translation>Was zu tun ist</translation>
        </message>
        <message>
            <source>A sealed hollow bursts when it is heated or hung into a zinc bath. Solvents and converters are poisonous and burn: gloves, glasses, air, no flame.</source>
            <translation>Ein dichter Hohlraum platzt, wenn er erhitzt oder in ein Zinkbad gehängt wird. Löser und Umwandler sind giftig und brennen: Handschuhe, Brille, Luft, keine Flamme.</translation>
        </message>
        <message>
            <source>%1 more</source>
            <translation>%1 mehr</translation>
        </message>
        <message>
            <source>between %1</source>
            <translation>zwischen %1</translation>
        </message>
        <message>
            <source>Outside %1 m² to clean, prime and paint. Mask threads, bores, slip fits and the places where it earths; bolted faces get primer alone. Paint over a weld once it has been looked at.</source>
            <translation>Außen %1 m² zu reinigen, zu grundieren und zu streichen. Gewinde, Bohrungen, Schiebesitze und Massestellen abdecken; verschraubte Flächen bekommen nur Grund. Eine Naht erst überstreichen, wenn sie angesehen ist.</translation>
        </message>
        <message>
            <source>Play the order</source>
            <translation>Reihenfolge abspielen</translation>
        </message>
        <message>
            <source>Earlier</source>
            <translation>Früher</translation>
        </message>
        <message>
            <source>Later</source>
            <translation>Später</translation>
        </message>
        <message>
            <source>As planned</source>
            <translation>Wie geplant</translation>
        </message>
        <message>
            <source>Tick as welded</source>
            <translation>Als geschweißt abhaken</translation>
        </message>
        <message>
            <source>Who welds</source>
            <translation>Wer schweißt</translation>
        </message>
        <message>
            <source>Machine set to</source>
            <translation>Gerät gestellt auf</translation>
        </message>
        <message>
            <source>Minutes</source>
            <translation>Minuten</translation>
        </message>
        <message>
            <source>Weld %1 as step %2</source>
            <translation>%1 als Schritt %2 schweißen</translation>
        </message>
        <message>
            <source>Weld in the planned order</source>
            <translation>In der geplanten Reihenfolge schweißen</translation>
        </message>
        <message>
            <source>The order is being worked out.</source>
            <translation>Die Reihenfolge wird ausgearbeitet.</translation>
        </message>
        <message>
            <source>%1 out of reach, %2 min of waiting to cool, turns of the piece: %3, parts fitted off by up to %4</source>
            <translation>%1 unerreichbar, %2 min Warten zum Abkühlen, Wenden des Stücks: %3, Teile bis zu %4 daneben geheftet</translation>
        </message>
        <message>
            <source>Your order: %1. Planned: %2.</source>
            <translation>Ihre Reihenfolge: %1. Geplant: %2.</translation>
        </message>
        <message>
            <source>The planned order: %1. Drag a row to weld it earlier or later.</source>
            <translation>Die geplante Reihenfolge: %1. Eine Zeile ziehen, um sie früher oder später zu schweißen.</translation>
        </message>
        <message>
            <source>%1. %2</source>
            <translation>%1. %2</translation>
        </message>
        <message>
            <source>Lay out a piece first: its seams are found from where its parts touch.</source>
            <translation>Erst ein Stück entwerfen: seine Nähte ergeben sich daraus, wo sich seine Teile berühren.</translation>
        </message>
        <message>
            <source>%1 of %2 seams welded. All together %3 h at the seams, %4 of metal.</source>
            <translation>%1 von %2 Nähten geschweißt. Zusammen %3 h an den Nähten, %4 Metall.</translation>
        </message>
        <message>
            <source>Take the tick back</source>
            <translation>Haken zurücknehmen</translation>
        </message>
        <message>
            <source>%1: %2, %3 J/mm of heat each, thickest part %4, %5. Strip mill scale, zinc and paint 25 mm to both sides.</source>
            <translation>%1: %2, je %3 J/mm Wärme, dickstes Teil %4, %5. Zunder, Zink und Farbe beiderseits 25 mm entfernen.</translation>
        </message>
        <message>
            <source>one pass</source>
            <translation>eine Lage</translation>
        </message>
        <message>
            <source>%1 passes</source>
            <translation>%1 Lagen</translation>
        </message>
        <message>
            <source>Stop</source>
            <translation>Anhalten</translation>
        </message>
        <message>
            <source> Weld it before these are fitted: %1.</source>
            <translation> Schweißen, bevor diese angesetzt sind: %1.</translation>
        </message>
        <message>
            <source> A torch does not get to %1 of its %2, whatever the order: %3 is in the way. Leave the place open, cut an access hole, or weld from the other side.</source>
            <translation> Ein Brenner kommt an %1 von %2 nicht heran, gleich in welcher Reihenfolge: %3 ist im Weg. Die Stelle offen lassen, eine Öffnung schneiden oder von der anderen Seite schweißen.</translation>
        </message>
        <message>
            <source>When it is cold: nothing bows or leans by as much as is worth telling.</source>
            <translation>Wenn es kalt ist: nichts zieht oder neigt sich so weit, dass es der Rede wert ist.</translation>
        </message>
        <message>
            <source>%1: %2 %3 (%4 to %5)</source>
            <translation>%1: %2 %3 (%4 bis %5)</translation>
        </message>
        <message>
            <source>, %1 after this seam</source>
            <translation>, %1 nach dieser Naht</translation>
        </message>
        <message>
            <source>, %1 if it stays in its jig until cold</source>
            <translation>, %1, wenn es bis zum Erkalten in der Lehre bleibt</translation>
        </message>
        <message>
            <source>, %1 with a bar tacked across as well</source>
            <translation>, %1, wenn dazu ein Stab quer geheftet ist</translation>
        </message>
        <message>
            <source>When it is cold: %1. %2</source>
            <translation>Wenn es kalt ist: %1. %2</translation>
        </message>
        <message>
            <source>Take a tick back</source>
            <translation>Einen Haken zurücknehmen</translation>
        </message>
        <message>
            <source>Tick a seam as welded</source>
            <translation>Eine Naht als geschweißt abhaken</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::WorkingSheet</name>
        <message>
            <source>Symbol</source>
            <translation>Zeichen</translation>
        </message>
        <message>
            <source>What it is</source>
            <translation>Was es ist</translation>
        </message>
        <message>
            <source>Formula and values</source>
            <translation>Formel und Werte</translation>
        </message>
        <message>
            <source>Value</source>
            <translation>Wert</translation>
        </message>
        <message>
            <source>Source</source>
            <translation>Quelle</translation>
        </message>
        <message>
            <source>An estimate for a competent builder to check. Local codes and licensed engineers have the last word.</source>
            <translation>Eine Schätzung, die ein fachkundiger Bauer prüft. Örtliche Vorschriften und zugelassene Ingenieure haben das letzte Wort.</translation>
        </message>
        <message>
            <source>Working: %1</source>
            <translation>Rechnung: %1</translation>
        </message>
        <message>
            <source>Print...</source>
            <translation>Drucken...</translation>
        </message>
        <message>
            <source>Close</source>
            <translation>Schließen</translation>
        </message>
    </context>
    <context>
        <name>hefty::app::lists::ListText</name>
        <message>
            <source>What</source>
            <translation>Was</translation>
        </message>
        <message>
            <source>Value</source>
            <translation>Wert</translation>
        </message>
        <message>
            <source>Name</source>
            <translation>Name</translation>
        </message>
        <message>
            <source>From the end</source>
            <translation>Vom Ende</translation>
        </message>
        <message>
            <source>Above center</source>
            <translation>Über der Mitte</translation>
        </message>
        <message>
            <source>Diameter</source>
            <translation>Durchmesser</translation>
        </message>
        <message>
            <source>From the end of the rail along it to the middle of the hole, and up from the middle of the rail. Check the pattern on its diagonals; the two sides are taken alike.</source>
            <translation>Vom Ende des Trägers entlang bis zur Mitte des Lochs, und von der Trägermitte nach oben. Das Muster an seinen Diagonalen prüfen; beide Seiten gelten gleich.</translation>
        </message>
        <message>
            <source>bolt hole</source>
            <translation>Schraubenloch</translation>
        </message>
        <message>
            <source>rear bolt hole</source>
            <translation>hinteres Schraubenloch</translation>
        </message>
        <message>
            <source>crossmember</source>
            <translation>Querträger</translation>
        </message>
        <message>
            <source>Behind the front ends</source>
            <translation>Hinter den vorderen Enden</translation>
        </message>
        <message>
            <source>From the front end of the rail back to the middle of the crossmember, beside the first from either end.</source>
            <translation>Vom vorderen Ende des Trägers zurück bis zur Mitte des Querträgers, neben dem ersten von jedem Ende.</translation>
        </message>
        <message>
            <source>hold</source>
            <translation>Halt</translation>
        </message>
        <message>
            <source>Looks</source>
            <translation>Schaut nach</translation>
        </message>
        <message>
            <source>Forward</source>
            <translation>Vorwärts</translation>
        </message>
        <message>
            <source>Left</source>
            <translation>Links</translation>
        </message>
        <message>
            <source>Up</source>
            <translation>Hoch</translation>
        </message>
        <message>
            <source>Bolt</source>
            <translation>Schraube</translation>
        </message>
        <message>
            <source>Wall, depth</source>
            <translation>Wand, Tiefe</translation>
        </message>
        <message>
            <source>Its metal</source>
            <translation>Sein Metall</translation>
        </message>
        <message>
            <source>Pull</source>
            <translation>Zug</translation>
        </message>
        <message>
            <source>Shear</source>
            <translation>Quer</translation>
        </message>
        <message>
            <source>Stiffness</source>
            <translation>Steifigkeit</translation>
        </message>
        <message>
            <source>Moment</source>
            <translation>Moment</translation>
        </message>
        <message>
            <source>Inside</source>
            <translation>Innen</translation>
        </message>
        <message>
            <source>Depth</source>
            <translation>Tiefe</translation>
        </message>
        <message>
            <source>Pin at</source>
            <translation>Bolzen bei</translation>
        </message>
        <message>
            <source>Where something can be bolted beside the rails: the middle of the hole on its face, left and right taken alike. What it may carry and how far it gives comes from the vehicle's maker or a test; what is 0 is not known, and nothing that hangs on it is called proved.</source>
            <translation>Wo sich neben den Trägern etwas anschrauben lässt: die Mitte des Lochs auf seiner Fläche, links und rechts gleich genommen. Was der Halt trägt und wie weit er nachgibt, sagt der Hersteller des Fahrzeugs oder ein Versuch; 0 heißt unbekannt, und was daran hängt, gilt nicht als nachgewiesen.</translation>
        </message>
        <message>
            <source>outline point</source>
            <translation>Umrisspunkt</translation>
        </message>
        <message>
            <source>Where</source>
            <translation>Wo</translation>
        </message>
        <message>
            <source>What could touch first: forward of the front axle, left of the middle, up from the floor. A point off the middle counts on both sides.</source>
            <translation>Was zuerst aufsetzen könnte: vor der Vorderachse, links der Mitte, über dem Boden. Ein Punkt neben der Mitte zählt auf beiden Seiten.</translation>
        </message>
        <message>
            <source>keep-out</source>
            <translation>Freiraum</translation>
        </message>
        <message>
            <source>Rear</source>
            <translation>Hinten</translation>
        </message>
        <message>
            <source>Front</source>
            <translation>Vorn</translation>
        </message>
        <message>
            <source>Right</source>
            <translation>Rechts</translation>
        </message>
        <message>
            <source>Bottom</source>
            <translation>Unten</translation>
        </message>
        <message>
            <source>Top</source>
            <translation>Oben</translation>
        </message>
        <message>
            <source>Gap</source>
            <translation>Abstand</translation>
        </message>
        <message>
            <source>A box that must stay clear: lamps with the room to take them out, steering box, radiator. It is drawn in cross-hatch.</source>
            <translation>Ein Kasten, der frei bleiben muss: Lampen mit dem Platz zum Herausnehmen, Lenkgetriebe, Kühler. Er wird kreuzweise schraffiert.</translation>
        </message>
        <message>
            <source>house rule</source>
            <translation>Hausregel</translation>
        </message>
        <message>
            <source>shop setting</source>
            <translation>Einstellung der Werkstatt</translation>
        </message>
        <message>
            <source>bar</source>
            <translation>Stange</translation>
        </message>
        <message>
            <source>Mark</source>
            <translation>Zeichen</translation>
        </message>
        <message>
            <source>Section</source>
            <translation>Querschnitt</translation>
        </message>
        <message>
            <source>Material</source>
            <translation>Werkstoff</translation>
        </message>
        <message>
            <source>Length</source>
            <translation>Länge</translation>
        </message>
        <message>
            <source>Bars</source>
            <translation>Stangen</translation>
        </message>
        <message>
            <source>Kind</source>
            <translation>Art</translation>
        </message>
        <message>
            <source>remnant</source>
            <translation>Rest</translation>
        </message>
        <message>
            <source>full length</source>
            <translation>volle Länge</translation>
        </message>
        <message>
            <source>Price</source>
            <translation>Preis</translation>
        </message>
        <message>
            <source>What lies on the rack: remnants are used first. The price is what one such bar was bought for.</source>
            <translation>Was im Regal liegt: Reste werden zuerst verbraucht. Der Preis ist der, zu dem eine solche Stange gekauft wurde.</translation>
        </message>
        <message>
            <source>sheet</source>
            <translation>Tafel</translation>
        </message>
        <message>
            <source>Thickness</source>
            <translation>Dicke</translation>
        </message>
        <message>
            <source>Width</source>
            <translation>Breite</translation>
        </message>
        <message>
            <source>Sheets</source>
            <translation>Tafeln</translation>
        </message>
        <message>
            <source>Sheets and what is left of them: plates are laid on them before new ones are bought.</source>
            <translation>Tafeln und was von ihnen übrig ist: Bleche werden darauf gelegt, bevor neue gekauft werden.</translation>
        </message>
        <message>
            <source>die</source>
            <translation>Biegeform</translation>
        </message>
        <message>
            <source>Tube</source>
            <translation>Rohr</translation>
        </message>
        <message>
            <source>Radius</source>
            <translation>Radius</translation>
        </message>
        <message>
            <source>Clamp</source>
            <translation>Klemmung</translation>
        </message>
        <message>
            <source>Setback</source>
            <translation>Vorhalt</translation>
        </message>
        <message>
            <source>Stroke</source>
            <translation>Hub</translation>
        </message>
        <message>
            <source>Radius to the middle of the tube; clamp: straight tube it holds ahead of a bend; setback: a start mark lies this far before the bend; stroke: most in one pull, 0 for any.</source>
            <translation>Radius bis zur Rohrmitte; Klemmung: gerades Rohr, das sie vor einem Bogen hält; Vorhalt: so weit liegt eine Anfangsmarke vor dem Bogen; Hub: größter Winkel in einem Zug, 0 für beliebig.</translation>
        </message>
        <message>
            <source>test bend</source>
            <translation>Probebogen</translation>
        </message>
        <message>
            <source>Die</source>
            <translation>Form</translation>
        </message>
        <message>
            <source>Set</source>
            <translation>Gestellt</translation>
        </message>
        <message>
            <source>Kept</source>
            <translation>Geblieben</translation>
        </message>
        <message>
            <source>Date</source>
            <translation>Datum</translation>
        </message>
        <message>
            <source>What the bender was set to and what the tube kept: later bends are set by it.</source>
            <translation>Worauf die Biegemaschine gestellt war und was das Rohr behielt: spätere Bögen werden danach gestellt.</translation>
        </message>
        <message>
            <source>Kind of vehicle</source>
            <translation>Fahrzeugart</translation>
        </message>
        <message>
            <source>Job</source>
            <translation>Auftrag</translation>
        </message>
        <message>
            <source>Customer</source>
            <translation>Kunde</translation>
        </message>
        <message>
            <source>Vehicle</source>
            <translation>Fahrzeug</translation>
        </message>
        <message>
            <source>Owner</source>
            <translation>Besitzer</translation>
        </message>
        <message>
            <source>Workshop</source>
            <translation>Werkstatt</translation>
        </message>
        <message>
            <source>Currency</source>
            <translation>Währung</translation>
        </message>
        <message>
            <source>Armor piece</source>
            <translation>Anbauteil</translation>
        </message>
        <message>
            <source>job card</source>
            <translation>Auftragskarte</translation>
        </message>
        <message>
            <source>Is</source>
            <translation>Ist</translation>
        </message>
        <message>
            <source>tire</source>
            <translation>Reifen</translation>
        </message>
        <message>
            <source>Size code</source>
            <translation>Größe</translation>
        </message>
        <message>
            <source>Pressure</source>
            <translation>Druck</translation>
        </message>
        <message>
            <source>Rim</source>
            <translation>Felge</translation>
        </message>
        <message>
            <source>Offset</source>
            <translation>Einpresstiefe</translation>
        </message>
        <message>
            <source>Lugs</source>
            <translation>Radbolzen</translation>
        </message>
        <message>
            <source>255/85R16, 33x12.50R15 or 7.50R16. The offset counts outward from the middle of the wheel to where it bolts on; lugs as 6x139.7 or 5x4.5".</source>
            <translation>255/85R16, 33x12.50R15 oder 7.50R16. Die Einpresstiefe zählt von der Radmitte nach außen bis zur Anlage; Radbolzen als 6x139.7 oder 5x4.5".</translation>
        </message>
        <message>
            <source>moving thing</source>
            <translation>Bewegliches</translation>
        </message>
        <message>
            <source>How</source>
            <translation>Wie</translation>
        </message>
        <message>
            <source>How far</source>
            <translation>Wie weit</translation>
        </message>
        <message>
            <source>Hinge fwd</source>
            <translation>Drehachse vor</translation>
        </message>
        <message>
            <source>Hinge left</source>
            <translation>Drehachse links</translation>
        </message>
        <message>
            <source>Hinge up</source>
            <translation>Drehachse hoch</translation>
        </message>
        <message>
            <source>Hood, tailgate, hatch, door, a lamp on its way out, a lever with the hand on it: a box at rest and how it moves. The armor must leave it the gap all the way.</source>
            <translation>Haube, Ladeklappe, Heckklappe, Tür, eine Lampe auf ihrem Weg heraus, ein Hebel mit der Hand daran: ein Kasten in Ruhe und wie er sich bewegt. Der Anbau muss ihm auf dem ganzen Weg den Abstand lassen.</translation>
        </message>
        <message>
            <source>mass</source>
            <translation>Masse</translation>
        </message>
        <message>
            <source>Mass</source>
            <translation>Masse</translation>
        </message>
        <message>
            <source>Now</source>
            <translation>Jetzt</translation>
        </message>
        <message>
            <source>aboard</source>
            <translation>an Bord</translation>
        </message>
        <message>
            <source>ashore</source>
            <translation>von Bord</translation>
        </message>
        <message>
            <source>What was not aboard when it was weighed; taken off is minus. Armor counts by itself.</source>
            <translation>Was beim Wiegen nicht an Bord war; Abgenommenes ist minus. Anbauteile zählen von selbst.</translation>
        </message>
        <message>
            <source>template</source>
            <translation>Schablone</translation>
        </message>
        <message>
            <source>From</source>
            <translation>Von</translation>
        </message>
        <message>
            <source>Area</source>
            <translation>Fläche</translation>
        </message>
        <message>
            <source>%1 cm²</source>
            <translation>%1 cm²</translation>
        </message>
        <message>
            <source>offset</source>
            <translation>Abmaß</translation>
        </message>
        <message>
            <source>Along</source>
            <translation>Entlang</translation>
        </message>
        <message>
            <source>Off the line</source>
            <translation>Von der Linie</translation>
        </message>
        <message>
            <source>Edge</source>
            <translation>Kante</translation>
        </message>
        <message>
            <source>curve</source>
            <translation>Bogen</translation>
        </message>
        <message>
            <source>corner</source>
            <translation>Ecke</translation>
        </message>
        <message>
            <source>log entry</source>
            <translation>Eintrag</translation>
        </message>
        <message>
            <source>How much</source>
            <translation>Wie viel</translation>
        </message>
        <message>
            <source>Part</source>
            <translation>Teil</translation>
        </message>
        <message>
            <source>Hours in h, costs in the shop's money, trips in km. Note a hit with the part that took it: it is looked at first at the next inspection. Cracks and dents in mm, with their part: seen again, their growth is told.</source>
            <translation>Stunden in h, Kosten in der Währung der Werkstatt, Fahrten in km. Einen Treffer mit dem Teil eintragen, das ihn nahm: es wird bei der nächsten Besichtigung zuerst angesehen. Risse und Dellen in mm, mit ihrem Teil: wieder gesehen, wird ihr Wachstum gesagt.</translation>
        </message>
        <message>
            <source>to read</source>
            <translation>zu lesen</translation>
        </message>
        <message>
            <source>ignored</source>
            <translation>übergangen</translation>
        </message>
        <message>
            <source>unchecked</source>
            <translation>ungeprüft</translation>
        </message>
        <message>
            <source>survey point</source>
            <translation>Messpunkt</translation>
        </message>
        <message>
            <source>nothing</source>
            <translation>nichts</translation>
        </message>
        <message>
            <source>forward</source>
            <translation>vorwärts</translation>
        </message>
        <message>
            <source>left</source>
            <translation>links</translation>
        </message>
        <message>
            <source>up</source>
            <translation>hoch</translation>
        </message>
        <message>
            <source>forward, left</source>
            <translation>vorwärts, links</translation>
        </message>
        <message>
            <source>forward, up</source>
            <translation>vorwärts, hoch</translation>
        </message>
        <message>
            <source>left, up</source>
            <translation>links, hoch</translation>
        </message>
        <message>
            <source>all</source>
            <translation>alles</translation>
        </message>
        <message>
            <source>Given</source>
            <translation>Gegeben</translation>
        </message>
        <message>
            <source>Roughly where each point is; the tape finds the rest. What is given is not asked for: two points far apart hold the net, or the whole of it could slide and turn on the floor.</source>
            <translation>Ungefähr, wo jeder Punkt liegt; das Maßband findet den Rest. Was gegeben ist, wird nicht gefragt: zwei Punkte weit auseinander halten das Netz, sonst könnte das Ganze auf dem Boden gleiten und sich drehen.</translation>
        </message>
        <message>
            <source>reading</source>
            <translation>Ablesung</translation>
        </message>
        <message>
            <source>To</source>
            <translation>Nach</translation>
        </message>
        <message>
            <source>Reads</source>
            <translation>Liest</translation>
        </message>
        <message>
            <source>Off by</source>
            <translation>Daneben um</translation>
        </message>
        <message>
            <source>Diagonals, heights, levels: each reading more than needed checks the others.</source>
            <translation>Diagonalen, Höhen, Waagen: jede Ablesung mehr als nötig prüft die anderen.</translation>
        </message>
    </context>
    <context>
        <name>stops</name>
        <message>
            <source>Measure</source>
            <translation>Messen</translation>
        </message>
        <message>
            <source>Lay out</source>
            <translation>Entwerfen</translation>
        </message>
        <message>
            <source>Load</source>
            <translation>Lasten</translation>
        </message>
        <message>
            <source>Prove</source>
            <translation>Nachweisen</translation>
        </message>
        <message>
            <source>Cut &amp; bend</source>
            <translation>Zuschnitt</translation>
        </message>
        <message>
            <source>Weld</source>
            <translation>Schweißen</translation>
        </message>
        <message>
            <source>Fit up</source>
            <translation>Anpassen</translation>
        </message>
        <message>
            <source>Log</source>
            <translation>Protokoll</translation>
        </message>
    </context>
</TS>
