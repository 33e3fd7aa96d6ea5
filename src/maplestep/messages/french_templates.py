"""What is refused and what a sheet is given to say, in French, by the English template.

The facts in braces are the same.
"""

from __future__ import annotations

from typing import Final

from .french_mail import MAIL

TEMPLATES: Final[dict[str, str]] = {
    **MAIL,
    # accounts
    "This name is taken. Choose another.": "Ce nom est pris. Choisissez-en un autre.",
    "Name and password do not match.": "Le nom et le mot de passe ne vont pas ensemble.",
    "The account cannot be opened. ``field`` is name, password or address.": (
        "Le compte ne peut pas être ouvert."
    ),
    "Too many tries with a wrong password. Wait ten minutes, then try again.": (
        "Trop d’essais avec un mot de passe faux. Attendez dix minutes, puis réessayez."
    ),
    "Sign in first.": "Connectez-vous d’abord.",
    # what is asked of the server
    "The store of recordings does not answer. Nothing was lost; try again in a minute.": (
        "Le stockage des enregistrements ne répond pas. Rien n’est perdu ; réessayez dans une "
        "minute."
    ),
    "This does not exist, or it belongs to somebody else.": (
        "Ceci n’existe pas, ou appartient à quelqu’un d’autre."
    ),
    "This was changed in another window since you opened it.": (
        "Ceci a été modifié dans une autre fenêtre depuis que vous l’avez ouvert."
    ),
    "This is used by a routine and cannot be deleted yet.": (
        "Une chorégraphie s’en sert ; cela ne peut pas encore être supprimé."
    ),
    "“{found}” is used by a routine. Delete the routine first.": (
        "Une chorégraphie se sert de « {found} ». Supprimez d’abord la chorégraphie."
    ),
    "This request cannot be read: {error}.": "Cette requête ne peut pas être lue : {error}.",
    "This is too large to be a step sheet or a routine. Make it shorter.": (
        "C’est trop grand pour une feuille de pas ou une chorégraphie. Raccourcissez-le."
    ),
    "Something went wrong on our side. What was saved before is safe.": (
        "Une erreur s’est produite de notre côté. Ce qui était enregistré est en sécurité."
    ),
    "This could not be finished because of an error on our side. Try once more.": (
        "Une erreur de notre côté a empêché de finir. Réessayez."
    ),
    "Something given to Maple Step cannot be used.": (
        "Quelque chose qui a été donné ne peut pas servir."
    ),
    # files
    "This file is empty.": "Ce fichier est vide.",
    "This file has {size:.0f} MB; it may have {most:.0f} MB. Take a smaller one.": (
        "Ce fichier fait {size:.0f} Mo ; il peut en faire {most:.0f}. Prenez-en un plus petit."
    ),
    "This file has {size:.0f} MB; a step sheet may have {max_bytes} MB. "
    "Save it without its pictures.": (
        "Ce fichier fait {size:.0f} Mo ; une feuille de pas peut en faire {max_bytes}. "
        "Enregistrez-le sans ses images."
    ),
    "This file has {size:.0f} MB; a step sheet may have {most:.0f} MB. "
    "Save it without its pictures.": (
        "Ce fichier fait {size:.0f} Mo ; une feuille de pas peut en faire {most:.0f}. "
        "Enregistrez-le sans ses images."
    ),
    "This file has {megabytes:.1f} MB. A sheet, a routine or a song map has at most {max_file} MB; "
    "choose another file.": (
        "Ce fichier fait {megabytes:.1f} Mo. Une feuille, une chorégraphie ou une carte de musique "
        "en fait au plus {max_file} ; choisissez un autre fichier."
    ),
    "This file is not saved as UTF-8 text, so some of its letters cannot be read. "
    "Save it again with the encoding UTF-8.": (
        "Ce fichier n’est pas enregistré en texte UTF-8, certaines lettres ne peuvent donc pas "
        "être "
        "lues. Enregistrez-le de nouveau avec le codage UTF-8."
    ),
    "There is a character here that is no text (NUL). Take it out, or save as plain text.": (
        "Il y a ici un caractère qui n’est pas du texte (NUL). Ôtez-le, ou enregistrez en texte "
        "simple."
    ),
    "This file is no text. Bring in a text, PDF, Word or web page.": (
        "Ce fichier n’est pas du texte. Importez un texte, un PDF, un Word ou une page web."
    ),
    "There are characters in this file that are no text. Save it as plain text.": (
        "Il y a dans ce fichier des caractères qui ne sont pas du texte. Enregistrez-le en texte "
        "simple."
    ),
    "This document cannot be opened safely. Paste its text instead.": (
        "Ce document ne peut pas être ouvert sans risque. Collez plutôt son texte."
    ),
    "This document takes too long to open. Save it again, or paste its text.": (
        "Ce document est trop long à ouvrir. Enregistrez-le de nouveau, ou collez son texte."
    ),
    "No words can be read in this picture. Take it closer, straight and bright.": (
        "Aucun mot ne peut être lu sur cette image. Prenez-la de plus près, droite et claire."
    ),
    "This picture cannot be opened. Save it as JPEG or PNG and try again.": (
        "Cette image ne peut pas être ouverte. Enregistrez-la en JPEG ou PNG et réessayez."
    ),
    "Reading this picture takes too long. Take it closer and straight.": (
        "Cette image est trop longue à lire. Prenez-la de plus près et droite."
    ),
    "This picture has too many pixels. Take it smaller.": (
        "Cette image a trop de pixels. Prenez-la plus petite."
    ),
    "This PDF is locked or damaged. Save it without a password, or paste its text.": (
        "Ce PDF est verrouillé ou abîmé. Enregistrez-le sans mot de passe, ou collez son texte."
    ),
    "This PDF has {pages} pages; a step sheet may have {max_pages}. "
    "Print the sheet's pages into a PDF of their own.": (
        "Ce PDF a {pages} pages ; une feuille de pas peut en avoir {max_pages}. Imprimez les pages "
        "de la feuille dans un PDF à part."
    ),
    "This archive holds no text document. Bring in the sheet itself.": (
        "Cette archive ne contient pas de texte. Importez la feuille elle-même."
    ),
    "This is an old Word document (.doc). Save it as .docx, .rtf or PDF and try again.": (
        "C’est un ancien document Word (.doc). Enregistrez-le en .docx, .rtf ou PDF et réessayez."
    ),
    "This is a picture. Bring it in as a photograph, to have it read.": (
        "C’est une image. Importez-la comme photographie, pour la faire lire."
    ),
    "Unpacked, this file would be far too large for a step sheet. It is not opened.": (
        "Décompressé, ce fichier serait bien trop grand pour une feuille de pas. Il n’est pas "
        "ouvert."
    ),
    "This file is damaged and cannot be opened. Save it again.": (
        "Ce fichier est abîmé et ne peut pas être ouvert. Enregistrez-le de nouveau."
    ),
    "This {document} is damaged and cannot be opened. Save it again, or paste its text.": (
        "Ce fichier ({document}) est abîmé et ne peut pas être ouvert. Enregistrez-le de "
        "nouveau, ou collez son texte."
    ),
    "This JSON is nested too deeply.": "Ce JSON est imbriqué trop profondément.",
    "This JSON holds a number that is far too long.": "Ce JSON contient un nombre bien trop long.",
    "This is no valid JSON: {msg}.": "Ce n’est pas du JSON valable : {msg}.",
    "This file is no JSON sheet: {where} is not as it should be. "
    "Save the dance again with “Save as”.": (
        "Ce fichier n’est pas une feuille JSON : {where} n’est pas comme il faut. Enregistrez la "
        "danse de nouveau."
    ),
    "This row has no count.": "Cette ligne n’a pas de compte.",
    "The table has no column “{missing}”. The first row must name the columns: {choices}.": (
        "Le tableau n’a pas de colonne « {missing} ». La première ligne doit nommer les colonnes : "
        "{choices}."
    ),
    "The table has no moves below its first row.": (
        "Le tableau n’a pas de mouvements sous sa première ligne."
    ),
    "“{said}” is no turn. Write it in eighths, right as 2 and left as -2.": (
        "« {said} » n’est pas un tour. Écrivez-le en huitièmes, 2 à droite et -2 à gauche."
    ),
    "This text has {lines:,} lines and {characters:,} characters. A step sheet may have "
    "{max_lines:,} lines and {max_characters:,} characters; take out what is no step sheet.": (
        "Ce texte a {lines:,} lignes et {characters:,} caractères. Une feuille de pas peut avoir "
        "{max_lines:,} lignes et {max_characters:,} caractères ; ôtez ce qui n’en est pas une."
    ),
    # figures, dances, routines
    "A figure's name is one or more words of letters, such as “hen step”.": (
        "Le nom d’une figure est fait d’un ou plusieurs mots, par exemple « pas de poule »."
    ),
    "These steps cannot be read. Write counts and steps as on a sheet, for example "
    "1&2 R side, L together, R cross.": (
        "Ces pas ne peuvent pas être lus. Écrivez comptes et pas comme sur une feuille, par "
        "exemple "
        "1&2 PD à D, PG à côté, PD croisé devant."
    ),
    "One may define {most} figures. Take one back first.": (
        "On peut définir {most} figures. Retirez-en d’abord une."
    ),
    "Paste a step sheet or pick a dance.": "Collez une feuille de pas ou choisissez une danse.",
    "The dance has to start before the song ends.": (
        "La danse doit commencer avant la fin de la musique."
    ),
    "Two events have the same name.": "Deux événements ont le même nom.",
    "The routine has no such event any more.": "Cet événement n’est plus dans la chorégraphie.",
    "This kind of event is not put on a wall by itself.": (
        "Un événement de ce genre ne se pose pas seul sur un mur."
    ),
    "Say what is to be added, and after which count.": (
        "Dites ce qu’il faut ajouter, et après quel compte."
    ),
    "The order has no such part any more.": "L’ordre n’a plus cette partie.",
    "Say for which song, or for which dance.": "Dites pour quelle musique, ou pour quelle danse.",
    "The sheet has no “{name}”.": "La feuille n’a pas de « {name} ».",
    "No count is given.": "Aucun compte n’est donné.",
    "“{said}” names no count.": "« {said} » ne nomme aucun compte.",
    "“{character}” is not part of a count.": "« {character} » ne fait pas partie d’un compte.",
    "There is no count {number}.": "Il n’y a pas de compte {number}.",
    "A wall has to last at least one count before it can stop.": (
        "Un mur doit durer au moins un compte avant de s’arrêter."
    ),
    "“{sub}” is not counted in a {feel} rhythm; use {choices}.": (
        "« {sub} » ne se compte pas en rythme {feel} ; prenez {choices}."
    ),
    "“{value}” is not counted in a {feel} rhythm.": (
        "« {value} » ne se compte pas en rythme {feel}."
    ),
    "The counts in “{said}” do not go forward.": (
        "Les comptes de « {said} » ne vont pas de l’avant."
    ),
    "“{said}” is no place to stop. Write it as a count, for example 24, 6& or 6 without &.": (
        "« {said} » n’est pas un endroit où s’arrêter. Écrivez-le comme un compte, par exemple 24, "
        "6& ou 6 sans &."
    ),
    "“{said}” is no wall or corner. Use one of {choices}.": (
        "« {said} » n’est ni un mur ni un coin. Prenez l’un de ceux-ci : {choices}."
    ),
    "Say the walls by number, by facing or by phrase; only one of them.": (
        "Dites les murs par numéro, par orientation ou par phrase ; un seul des trois."
    ),
    "An ending is for one wall: give its number, or none for the last.": (
        "Un final est pour un seul mur : donnez son numéro, ou aucun pour le dernier."
    ),
    "Say on which wall it happens.": "Dites à quel mur cela a lieu.",
    "A wall is named twice.": "Un mur est nommé deux fois.",
    "A tag comes at the end of a wall; a restart after a count.": (
        "Un tag vient à la fin d’un mur ; une reprise après un compte."
    ),
    "A step change is placed by the counts of its steps.": (
        "Un changement de pas est placé par les comptes de ses pas."
    ),
    "A wait lasts up to {max_wait_seconds:g} seconds.": (
        "Une attente dure jusqu’à {max_wait_seconds:g} secondes."
    ),
    "Walls are numbered 1 to {max_wall}.": "Les murs sont numérotés de 1 à {max_wall}.",
    "A {kind} needs the count it comes after.": (
        "Il manque le compte après lequel cela vient ({kind})."
    ),
    "Its steps come from the sheet, are written here, or are a number of counts; "
    "only one of them.": (
        "Ses pas viennent de la feuille, sont écrits ici, ou sont un nombre de comptes ; un seul "
        "des trois."
    ),
    "A tag lasts 1 to {max_tag} counts.": "Un tag dure de 1 à {max_tag} comptes.",
    "A tag lasts 1 to 64 counts.": "Un tag dure de 1 à 64 comptes.",
    "A routine may have {max_events} events.": (
        "Une chorégraphie peut avoir {max_events} événements."
    ),
    "A {kind} alone has no steps.": "À elle seule, une {kind} n’a pas de pas.",
    "A {kind} is either one from the sheet, has steps of its own, or is a number of counts.": (
        "C’est ({kind}) ou bien un de la feuille, ou bien ses propres pas, ou bien un nombre de "
        "comptes."
    ),
    "A step change needs its steps.": "Un changement de pas a besoin de ses pas.",
    "The sheet has no steps for this change. Write them with the event.": (
        "La feuille n’a pas les pas de ce changement. Écrivez-les avec l’événement."
    ),
    # songs
    "The song on the desk cannot be read. Load the page again.": (
        "La musique de l’atelier ne peut pas être lue. Rechargez la page."
    ),
    "A beat cannot pass its neighbours. Move it less far, or insert or remove a beat.": (
        "Un battement ne peut pas dépasser ses voisins. Déplacez-le moins, ou ajoutez ou ôtez un "
        "battement."
    ),
    "A beat can be inserted or removed while a count lasts one beat.": (
        "On peut ajouter ou ôter un battement tant qu’un compte dure un battement."
    ),
    "A slow-down lasts at least two beats.": "Un ralentissement dure au moins deux battements.",
    "These taps are too fast to be beats. Tap once a count.": (
        "Ces frappes sont trop rapides pour des battements. Frappez une fois par compte."
    ),
    "These taps are too uneven for a tempo. Tap on every beat for a few bars.": (
        "Ces frappes sont trop irrégulières pour un tempo. Frappez à chaque battement pendant "
        "quelques mesures."
    ),
    "That would make {bpm:.0f} beats per minute; a song has {min_bpm} to {max_bpm}.": (
        "Cela ferait {bpm:.0f} battements par minute ; une musique en a de {min_bpm} à {max_bpm}."
    ),
    "That would put count 1 {seconds:.1f} seconds before the recording begins.": (
        "Cela mettrait le compte 1 {seconds:.1f} secondes avant le début de l’enregistrement."
    ),
    "A stop lasts up to {longest_hold:g} seconds; {seconds:g} does not.": (
        "Un arrêt dure jusqu’à {longest_hold:g} secondes ; {seconds:g}, c’est trop."
    ),
    "A beat can become up to {slowest_factor:g} times as long or as short.": (
        "Un battement peut devenir jusqu’à {slowest_factor:g} fois plus long ou plus court."
    ),
    "Tap at least {fewest_taps} beats; {taps} came.": (
        "Frappez au moins {fewest_taps} battements ; il en est venu {taps}."
    ),
    "This file has neither beats nor a tempo. Make the song first, with its tempo or its "
    "recording, then bring this file in on its Song desk.": (
        "Ce fichier n’a ni battements ni tempo. Faites d’abord la musique, avec son tempo ou son "
        "enregistrement, puis importez ce fichier à l’atelier Musique."
    ),
    "The beats of this file do not go forward in time.": (
        "Les battements de ce fichier n’avancent pas dans le temps."
    ),
    "No segment of this file lies within the song.": (
        "Aucun passage de ce fichier ne tombe dans la musique."
    ),
    "A song may have {max_song:,} counts; this file has {counts:,}.": (
        "Une musique peut avoir {max_song:,} comptes ; ce fichier en a {counts:,}."
    ),
    "There are no phrases in this line. Write for example: intro 16, verse 64, chorus 32+4.": (
        "Il n’y a pas de phrases sur cette ligne. Écrivez par exemple : intro 16, verse 64, "
        "chorus 32+4."
    ),
    "“{said}” cannot be read. A phrase is a name and its counts: verse 64, chorus 32+4, "
    "verse 32 x2.": (
        "« {said} » ne peut pas être lu. Une phrase est un nom et ses comptes : verse 64, "
        "chorus 32+4, verse 32 x2."
    ),
    "“{said}”: a phrase comes 1 to {most_times} times.": (
        "« {said} » : une phrase vient de 1 à {most_times} fois."
    ),
    "The song's length has to be more than 0:00.": ("La durée de la musique doit dépasser 0:00."),
    "A tempo map needs at least two anchors.": (
        "Une carte de tempo a besoin de deux points au moins."
    ),
    "A tempo map needs finite times.": "Une carte de tempo a besoin de temps finis.",
    "The first beat has to fall within the first 600 seconds.": (
        "Le premier battement doit tomber dans les 600 premières secondes."
    ),
    "Counts go by in eights, or in sixes for a waltz.": (
        "Les comptes vont par huit, ou par six pour une valse."
    ),
    "A count lasts between a quarter beat and four beats.": (
        "Un compte dure entre un quart de battement et quatre battements."
    ),
    "A song needs at least one phrase.": "Une musique a besoin d’au moins une phrase.",
    "{bpm:g} bpm over this length makes {counts} counts; a song that begins with {intro} has "
    "{least} to {most}.": (
        "{bpm:g} bpm sur cette durée font {counts} comptes ; une musique qui commence par {intro} "
        "en a de {least} à {most}."
    ),
    "A phrase lasts 1 to {max_phrase} counts; “{name}” has {counts}.": (
        "Une phrase dure de 1 à {max_phrase} comptes ; « {name} » en a {counts}."
    ),
    "The beats of a tempo map have to go forward.": (
        "Les battements d’une carte de tempo doivent aller de l’avant."
    ),
    "The tempo has to lie between {min_bpm} and {max_bpm} beats per minute; {bpm:g} does not.": (
        "Le tempo doit être entre {min_bpm} et {max_bpm} battements par minute ; {bpm:g} ne l’est "
        "pas."
    ),
    "A tempo map may have {max_anchors:,} anchors.": (
        "Une carte de tempo peut avoir {max_anchors:,} points."
    ),
    "A song may have {max_song:,} counts.": "Une musique peut avoir {max_song:,} comptes.",
    "A song's numbers have to be finite.": "Les nombres d’une musique doivent être finis.",
    "A phrase of one count cannot be split.": "Une phrase d’un compte ne peut pas être coupée.",
    "The last phrase has nothing to be joined with.": (
        "La dernière phrase n’a rien à quoi être jointe."
    ),
    "“{said}” is no length. Write it in counts: 32, 32+4 or 4x8.": (
        "« {said} » n’est pas une longueur. Écrivez-la en comptes : 32, 32+4 ou 4x8."
    ),
    "A phrase lasts 1 to {max_phrase} counts; {total} does not.": (
        "Une phrase dure de 1 à {max_phrase} comptes ; {total} ne convient pas."
    ),
    "This song has {phrases} phrases.": "Cette musique a {phrases} phrases.",
    "Split after 1 to {counts} counts.": "Coupez après 1 à {counts} comptes.",
    "This song has no such reading. Add its recording first.": (
        "Cette musique n’a pas cette lecture. Ajoutez d’abord son enregistrement."
    ),
    # recordings, bands, mixes
    "There is no room left on the server's disk. Nothing was changed; ask whoever runs this "
    "server to make room, then try again.": (
        "Il n’y a plus de place sur le disque du serveur. Rien n’a été changé ; demandez à qui "
        "tient ce serveur d’en faire, puis réessayez."
    ),
    "This file has {size:.0f} MB; a recording may have {largest_megabytes}. Save it as FLAC, OGG "
    "or MP3 and try again.": (
        "Ce fichier fait {size:.0f} Mo ; un enregistrement peut en faire {largest_megabytes}. "
        "Enregistrez-le en FLAC, OGG ou MP3 et réessayez."
    ),
    "Your recordings take {kept:.0f} of {quota_megabytes} MB; {size:.1f} MB more is too much. "
    "Remove a recording or a mix you no longer need.": (
        "Vos enregistrements prennent {kept:.0f} des {quota_megabytes} Mo ; {size:.1f} Mo de plus, "
        "c’est trop. Ôtez un enregistrement ou un mixage dont vous n’avez plus besoin."
    ),
    "The stand-in band could not play this song. Its map is safe; try again.": (
        "Le groupe de remplacement n’a pas pu jouer cette musique. Sa carte est en sécurité ; "
        "réessayez."
    ),
    "The stand-in band is missing on the server. Ask its operator to install fluidsynth.": (
        "Le groupe de remplacement manque sur le serveur. Demandez d’y installer fluidsynth."
    ),
    "The speech synthesiser is missing on the server. Ask its operator to install espeak-ng.": (
        "La synthèse vocale manque sur le serveur. Demandez d’y installer espeak-ng."
    ),
    "The time stretcher is missing on the server. Ask its operator to install rubberband-cli.": (
        "Ce qui ralentit la musique manque sur le serveur. Demandez d’y installer rubberband-cli."
    ),
    "This file is empty. Choose the song's recording again.": (
        "Ce fichier est vide. Choisissez de nouveau l’enregistrement de la musique."
    ),
    "This is no recording that can be read. Use a WAV, FLAC, OGG, Opus, MP3 or M4A file.": (
        "Ce n’est pas un enregistrement lisible. Prenez un fichier WAV, FLAC, OGG, Opus, MP3 ou "
        "M4A."
    ),
    "This recording has {channels} channels; up to {most_channels} can be read. Save it in stereo "
    "and try again.": (
        "Cet enregistrement a {channels} canaux ; jusqu’à {most_channels} peuvent être lus. "
        "Enregistrez-le en stéréo et réessayez."
    ),
    "This recording has {samplerate:,} samples a second; {slowest_rate:,} to {fastest_rate:,} can "
    "be read. Save it with 44,100 and try again.": (
        "Cet enregistrement a {samplerate:,} échantillons par seconde ; {slowest_rate:,} à "
        "{fastest_rate:,} peuvent être lus. Enregistrez-le à 44 100 et réessayez."
    ),
    "This recording has {unpacked:,.0f} MB once it is unpacked; up to {most} can be read. Save "
    "it in stereo with 44,100 samples a second and try again.": (
        "Cet enregistrement fait {unpacked:,.0f} Mo une fois décompressé ; on peut en lire jusqu’à "
        "{most}. Enregistrez-le en stéréo à 44 100 échantillons par seconde et réessayez."
    ),
    "This takes more time or memory than one recording may have here. Cut out the one song, save "
    "it in stereo with 44,100 samples a second, and try again.": (
        "Cela demande plus de temps ou de mémoire qu’un enregistrement ne peut en avoir ici. "
        "Découpez la seule musique voulue, enregistrez-la en stéréo à 44 100 échantillons par "
        "seconde, puis réessayez."
    ),
    "No song is longer than a day.": "Aucune musique ne dure plus d’un jour.",
    "This row cannot be read: a cell is far too long, or a quotation mark is missing.": (
        "Cette ligne ne peut pas être lue : une cellule est bien trop longue, ou il manque un "
        "guillemet."
    ),
    "You have asked for {most} answers within a minute. Wait {wait} seconds, then go on.": (
        "Vous avez demandé {most} réponses en une minute. Attendez {wait} secondes, puis continuez."
    ),
    "Your earlier requests are still being worked out. Try again in a moment.": (
        "Vos demandes précédentes sont encore en cours. Réessayez dans un instant."
    ),
    "From your network {most} accounts were opened within an hour; that is as many as may be. Wait "
    "{minutes} minutes, then try again.": (
        "{most} comptes ont été ouverts depuis votre réseau en une heure ; c’est le maximum. "
        "Attendez {minutes} minutes, puis réessayez."
    ),
    "From your network {most} wrong passwords came within ten minutes. Wait {minutes} minutes, "
    "then try again.": (
        "{most} mots de passe erronés sont venus de votre réseau en dix minutes. Attendez "
        "{minutes} minutes, puis réessayez."
    ),
    "This is not your password.": "Ce n’est pas votre mot de passe.",
    "This archive cannot be read at {place}: {error}.": (
        "Cette archive ne peut pas être lue à {place} : {error}."
    ),
    "This archive names “{key}”, which is not in it.": (
        "Cette archive nomme « {key} », qui n’y est pas."
    ),
    "This archive's {index} is far too long.": "{index} de cette archive est bien trop long.",
    "{name} is larger than a recording may be.": (
        "{name} est plus gros qu’un enregistrement ne peut l’être."
    ),
    "This is no archive of Maple Step, or it is damaged. Choose the ZIP file as it was "
    "downloaded.": (
        "Ce n’est pas une archive de Maple Step, ou elle est abîmée. Choisissez le fichier ZIP tel "
        "qu’il a été téléchargé."
    ),
    "This routine has {rows} walls; a cue sheet has room for {most}. The list of walls (CSV or "
    "Excel) has them all.": (
        "Cette routine a {rows} murs ; un aide-mémoire peut en montrer {most}. La liste des murs "
        "(CSV ou Excel) les a tous."
    ),
    "You have asked for much that takes long to work out. Wait {wait} seconds, so that others have "
    "their turn.": (
        "Vous avez demandé beaucoup de longs calculs. Attendez {wait} secondes, pour que les "
        "autres aient leur tour."
    ),
    "This archive has {size:,.0f} MB; with {most} MB everything one may keep here is in it.": (
        "Cette archive fait {size:,.0f} Mo ; avec {most} Mo, tout ce qu’on peut garder ici y est."
    ),
    "This recording lasts {seconds}; a song may last {longest_seconds}. Cut out the one song and "
    "try again.": (
        "Cet enregistrement dure {seconds} ; une musique peut durer {longest_seconds}. Découpez la "
        "seule musique voulue et réessayez."
    ),
    "This recording lasts {seconds:.1f} seconds; counts can be found from {shortest_seconds:g} "
    "seconds on.": (
        "Cet enregistrement dure {seconds:.1f} secondes ; des comptes se trouvent à partir de "
        "{shortest_seconds:g} secondes."
    ),
    "This recording breaks off after {read:.1f} seconds; the file is damaged. Save it again and "
    "try once more.": (
        "Cet enregistrement s’interrompt après {read:.1f} secondes ; le fichier est abîmé. "
        "Enregistrez-le de nouveau et réessayez."
    ),
    "This recording is silent, so no beat can be found in it.": (
        "Cet enregistrement est muet, aucun battement ne peut y être trouvé."
    ),
    "The song has {length} counts; begin within it.": (
        "La musique a {length} comptes ; commencez avant sa fin."
    ),
    "This recording is damaged or breaks off; {read} of it can be read and are used. If the end is "
    "missing, take in a whole file in its place.": (
        "Cet enregistrement est abîmé ou s’interrompt ; {read} en sont lisibles et utilisées. S’il "
        "manque la fin, remplacez-le par un fichier entier."
    ),
    "This recording is damaged or breaks off: of {promised} only {read} can be read and are used. "
    "Take in a whole file in its place when you have one.": (
        "Cet enregistrement est abîmé ou s’interrompt : sur {promised}, seules {read} sont "
        "lisibles et utilisées. Remplacez-le par un fichier entier dès que vous en avez un."
    ),
    "This recording cannot be read; the file is damaged or cut short. Save or record it again.": (
        "Cet enregistrement est illisible ; le fichier est abîmé ou tronqué. Enregistrez-le de "
        "nouveau."
    ),
    "This kind of recording is read by the program ffmpeg, which is not installed here. Install "
    "it, or save the recording as WAV, FLAC, OGG or MP3.": (
        "Ce genre d’enregistrement est lu par le programme ffmpeg, qui n’est pas installé ici. "
        "Installez-le, ou enregistrez en WAV, FLAC, OGG ou MP3."
    ),
    "This recording is far longer than it says. It is not read.": (
        "Cet enregistrement est bien plus long qu’il ne le dit. Il n’est pas lu."
    ),
    "“{suffix}” is no kind of sound file that can be written. Use one of {choices}.": (
        "« {suffix} » n’est pas un fichier de son qui peut être écrit. Prenez l’un de ceux-ci : "
        "{choices}."
    ),
    "The song could not be slowed down. Check that the disk is not full.": (
        "La musique n’a pas pu être ralentie. Vérifiez que le disque n’est pas plein."
    ),
    "A practice mix goes at {slowest:.0%} to 100% of the song's speed; {speed:.0%} is outside.": (
        "Un mixage d’entraînement va de {slowest:.0%} à 100% de la vitesse de la musique ; "
        "{speed:.0%} est en dehors."
    ),
    # song files
    "“{name}” is none of the files a song map can be made of. Use MIDI (.mid), JAMS (.jams), "
    "labels (.tsv), lyrics (.lrc) or a song of Maple Step (.json).": (
        "« {name} » n’est pas un fichier dont on peut faire une carte de musique. Prenez MIDI "
        "(.mid), JAMS (.jams), étiquettes (.tsv), paroles (.lrc) ou une musique de Maple Step "
        "(.json)."
    ),
    "This is no JAMS file: it has no list of annotations.": (
        "Ce n’est pas un fichier JAMS : il n’a pas de liste d’annotations."
    ),
    "“{value}” in this JAMS file is no time in seconds.": (
        "« {value} », dans ce fichier JAMS, n’est pas un temps en secondes."
    ),
    "The tempo “{tempo}” in this JAMS file is no number.": (
        "Le tempo « {tempo} » de ce fichier JAMS n’est pas un nombre."
    ),
    "There are no labels in this file.": "Il n’y a pas d’étiquettes dans ce fichier.",
    "A label starts at 0 or later and ends after it starts.": (
        "Une étiquette commence à 0 ou plus tard et finit après son début."
    ),
    "A label track has up to {most_lines:,} lines.": (
        "Une piste d’étiquettes a jusqu’à {most_lines:,} lignes."
    ),
    "A label is start, end and text, with tabs between: 12.5⇥28.5⇥Verse.": (
        "Une étiquette est début, fin et texte, avec des tabulations entre eux : 12.5⇥28.5⇥Verse."
    ),
    "No line of this file has a time. A line looks like [01:23.45]the words.": (
        "Aucune ligne de ce fichier n’a de temps. Une ligne ressemble à [01:23.45]les paroles."
    ),
    "A lyric has up to {most_lines:,} lines.": "Des paroles ont jusqu’à {most_lines:,} lignes.",
    "This MIDI file counts in film frames, not in beats. Save it with a tempo.": (
        "Ce fichier MIDI compte en images de film, pas en battements. Enregistrez-le avec un tempo."
    ),
    "There is no music in this MIDI file: it has no length.": (
        "Il n’y a pas de musique dans ce fichier MIDI : il n’a pas de durée."
    ),
    "This MIDI file is longer than a song. Cut out the one song.": (
        "Ce fichier MIDI est plus long qu’une musique. Découpez la seule musique voulue."
    ),
    "This MIDI file cannot be read; it is damaged or of another kind. Save it again as a Standard "
    "MIDI File.": (
        "Ce fichier MIDI ne peut pas être lu ; il est abîmé ou d’une autre sorte. Enregistrez-le "
        "comme Standard MIDI File."
    ),
    # what an event is on a sheet, in words that are read back as the same event
    " after {count} counts": " après {count} comptes",
    "{walls} and {last}": "{walls} et {last}",
    "Restart: wall {walls}{after}": "Reprise : mur {walls}{after}",
    "Restart: walls {walls}{after}": "Reprise : murs {walls}{after}",
    "Tag at the end of wall {walls}": "Tag à la fin du mur {walls}",
    "Tag at the end of walls {walls}": "Tag à la fin des murs {walls}",
    "{counts} count tag at the end of wall {walls}": (
        "Tag de {counts} comptes à la fin du mur {walls}"
    ),
    "{counts} count tag at the end of walls {walls}": (
        "Tag de {counts} comptes à la fin des murs {walls}"
    ),
    "{tag}: at the end of wall {walls}": "{tag} : à la fin du mur {walls}",
    "{tag}: at the end of walls {walls}": "{tag} : à la fin des murs {walls}",
    "On wall {walls}{after} tag and restart": "Au mur {walls}{after} tag et reprise",
    "On walls {walls}{after} tag and restart": "Aux murs {walls}{after} tag et reprise",
    "On wall {walls}{after} {counts} count tag and restart": (
        "Au mur {walls}{after} tag de {counts} comptes et reprise"
    ),
    "On walls {walls}{after} {counts} count tag and restart": (
        "Aux murs {walls}{after} tag de {counts} comptes et reprise"
    ),
    "Bridge on wall {walls}{after}": "Pont au mur {walls}{after}",
    "Bridge on walls {walls}{after}": "Pont aux murs {walls}{after}",
    "{counts} count bridge on wall {walls}{after}": (
        "Pont de {counts} comptes au mur {walls}{after}"
    ),
    "{counts} count bridge on walls {walls}{after}": (
        "Pont de {counts} comptes aux murs {walls}{after}"
    ),
    "Ending: wall {walls}{after}": "Final : mur {walls}{after}",
    "Ending: walls {walls}{after}": "Final : murs {walls}{after}",
    # the command line
    "--bpm has to lie between 1 and 1000 beats per minute.": (
        "--bpm doit être entre 1 et 1000 battements par minute."
    ),
    "--count has to lie between 1 and 99 walls.": "--count doit être entre 1 et 99 murs.",
    "There are no steps in this sheet.": "Il n’y a pas de pas dans cette feuille.",
    "A PDF is no text for the screen. Say where to: -o FILE.": (
        "Un PDF n’est pas un texte pour l’écran. Dites où l’écrire : -o FICHIER."
    ),
    "--events: “{piece}” cannot be read. Write for example: restart 5 after 24; tag 3 8 counts 4; "
    "tag-restart 6 counts 4 after 16; tag 2 Tag 1.": (
        "--events : « {piece} » ne peut pas être lu. Écrivez par exemple : restart 5 after 24; "
        "tag 3 8 counts 4; tag-restart 6 counts 4 after 16; tag 2 Tag 1."
    ),
    "--{what} needs counts, as in --{what} 8,16.": (
        "--{what} a besoin de comptes, comme --{what} 8,16."
    ),
    "--top is 1 to 20, --max-events 0 to 30, --tags whole counts as in 2,4,8.": (
        "--top va de 1 à 20, --max-events de 0 à 30, --tags en comptes entiers comme 2,4,8."
    ),
    "Say which song: --song SONG.json, or --bpm 118 --length 3:12.": (
        "Dites quelle musique : --song SONG.json, ou --bpm 118 --length 3:12."
    ),
    "“{length}” is no length. Write it as 3:12.": (
        "« {length} » n’est pas une durée. Écrivez-la comme 3:12."
    ),
    # teaching
    "An evening lasts between 1 and {most} minutes.": "Une soirée dure de 1 à {most} minutes.",
    "A class or an evening cannot be as it was wished. ``field`` names the offending value.": (
        "Le cours ou la soirée ne peut pas être ainsi."
    ),
    "The term has to end after it begins.": "La session doit finir après son début.",
    "A term lasts at most {days} days.": "Une session dure au plus {days} jours.",
    "You have {most} classes. Delete one first.": (
        "Vous avez {most} cours. Supprimez-en un d’abord."
    ),
    "Give the class a name.": "Donnez un nom au cours.",
    "There is no time zone “{zone}”.": "Il n’y a pas de fuseau horaire « {zone} ».",
    "This class has {most} evenings. Make a new class.": (
        "Ce cours a {most} soirées. Créez un nouveau cours."
    ),
    "A log has at most {most} lines.": "Un journal a au plus {most} lignes.",
    "This calendar is too large for term dates. Export only those.": (
        "Ce calendrier est trop grand pour des dates de session. N’exportez qu’elles."
    ),
    "This is no calendar file (.ics).": "Ce n’est pas un fichier de calendrier (.ics).",
    "There are no dates in this calendar.": "Il n’y a aucune date dans ce calendrier.",
    "Say which routine or which class is shared.": (
        "Dites quelle chorégraphie ou quel cours est partagé."
    ),
    "You have {most} links. Take one back first.": (
        "Vous avez {most} liens. Retirez-en un d’abord."
    ),
    "At most {most} people work on this together.": (
        "Au plus {most} personnes y travaillent ensemble."
    ),
    "This is yours already. Send the link to a colleague.": (
        "C’est déjà à vous. Envoyez le lien à un collègue."
    ),
}
