"""The product's French, by the trade's usage: mur, compte, reprise, tag, pied d'appui.

``FINDINGS``: what is the case, then what to do. ``TEXTS``: all others. The core writes facts in
its own words, which are English; those of a closed vocabulary (feet, turns, events, figures) are
said in French here, and the user's own words come back as they are.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final

from ..core.figures.vocabulary import BY_NAME
from ..core.sheet.render import FRENCH as STEPS
from .catalogue import Catalogue
from .french_templates import TEMPLATES

FINDINGS: Final[dict[str, tuple[str, str]]] = {
    "sheet.no-steps": (
        "Il n’y a pas encore de pas ici.",
        "Écrivez un compte, puis les pas : 1&2 Pas chassé PD avant.",
    ),
    "sheet.counts-unreadable": (
        "« {counts} » n’est pas un compte. {why}",
        "Écrivez 1, 1-2, 1&2 ou 7-8&.",
    ),
    "sheet.figure-unknown": (
        "« {text} » ne nomme aucune figure connue ici ; ces comptes ne sont pas dansés.",
        "Le plus proche : « {nearest} ».",
    ),
    "sheet.figure-unknown-alone": (
        "« {text} » ne nomme aucune figure connue ici ; ces comptes ne sont pas dansés.",
        "Écrivez-la pas à pas : PD à D, PG à côté.",
    ),
    "fit.not-taken-over": (
        "La feuille dit : « {said} ». La chorégraphie n’a pas cet événement.",
        "Reprenez-le de la feuille, ou corrigez la feuille.",
    ),
    "fit.not-on-sheet": (
        "« {said} » : la feuille ne le dit pas.",
        "Écrivez-le dans la feuille, pour que les deux concordent.",
    ),
    "sheet.language": (
        "Cette feuille est en {language}, langue qui n’est pas lue ici : rien n’en est dansé.",
        "Le français, l’anglais, l’espagnol et l’allemand sont lus. Collez la feuille dans l’une "
        "de ces langues.",
    ),
    "sheet.uncounted": (
        "« {said} » n’a pas de comptes et n’est pas dansé.",
        "Écrivez ses comptes devant.",
    ),
    "sheet.word-unread": (
        "{counts} : « {text} » ne trouve pas de place dans ce qui est dansé.",
        "Ôtez-le, ou écrivez les pas en entier.",
    ),
    "sheet.figure-described": (
        "{counts} : la figure nommée et les pas décrits ne sont pas les mêmes : « {text} ».",
        "Corrigez celui des deux qui est faux.",
    ),
    "sheet.feet-differ": (
        "{counts} : « {figure} » ne se danse pas avec les pieds indiqués ({feet}).",
        "Corrigez les pieds, ou ôtez-les.",
    ),
    "sheet.supplied": (
        "{counts}, tel que compris : {what}.",
        "Écrivez-le si c’est autre chose.",
    ),
    "sheet.read-as": (
        "{counts} : peut se lire de plusieurs façons ; lu comme « {figures} », pour que les pieds "
        "aillent.",
        "Écrivez-le si c’est autre chose.",
    ),
    "sheet.too-long": (
        "Avec toutes ses répétitions, cette feuille a plus de {most} mouvements ; le reste n’est "
        "pas dansé.",
        "Répétez moins, ou partagez la feuille.",
    ),
    "sheet.counts-many": (
        "{counts} : une ligne peut avoir {most} comptes au plus ; celle-ci n’est pas dansée.",
        "Écrivez moins de comptes par ligne.",
    ),
    "sheet.statement-wall": (
        "« {said} » : il n’est pas dit à quel mur.",
        "Donnez le numéro du mur, par exemple : mur 3.",
    ),
    "sheet.place-marked": (
        "« {said} » : placé là où la feuille le marque, après {count}.",
        "Écrivez le compte si c’est ailleurs.",
    ),
    "sheet.statement-place": (
        "« {said} » : il n’est pas dit après quel compte.",
        "Écrivez le compte, par exemple : après 16.",
    ),
    "sheet.statement-number": (
        "« {said} » ne trouve pas de place dans cette note, dont rien n’est donc pris.",
        "Dites ce que le nombre veut dire, ou ôtez-le.",
    ),
    "sheet.statement-or": (
        "« {said} » : deux murs avec un « ou » entre eux.",
        "Dites lequel est le bon.",
    ),
    "sheet.statement-last": (
        "« {said} » : quel mur est le dernier dépend de la musique.",
        "Donnez son numéro.",
    ),
    "sheet.statement-every": (
        "« {said} » : il n’est pas dit quels murs ce sont.",
        "Donnez leurs numéros, ou l’horloge où ils finissent.",
    ),
    "sheet.statement-clock-wall": (
        "« {said} » : un mur compté par son horloge peut s’entendre de deux façons.",
        "Donnez le numéro du mur.",
    ),
    "sheet.statement-half": (
        "« {said} » : il n’est pas dit après quel compte.",
        "Écrivez le compte, par exemple : après 16.",
    ),
    "sheet.statement-twice": (
        "« {said} » : ce qui est dansé deux fois n’est pas clair.",
        "Écrivez le tag dans toute sa longueur.",
    ),
    "sheet.statement-but_last": (
        "« {said} » : compté depuis la fin du mur.",
        "Écrivez après quel compte le mur s’arrête.",
    ),
    "sheet.statement-but_not": (
        "« {said} » : il est dit aussi où cela n’a pas lieu.",
        "Nommez seulement les murs où cela a lieu.",
    ),
    "sheet.statement-with": (
        "« {said} » : les pas avant la reprise n’ont pas de longueur.",
        "Écrivez combien de comptes ils prennent.",
    ),
    "sheet.statement-kind": (
        "« {said} » : ce qui a lieu là n’est pas clair.",
        "Écrivez reprise, tag, pont ou final.",
    ),
    "sheet.tag-foot": (
        "{tag} finit en appui sur le pied {foot}, qui doit repartir.",
        "Faites de son dernier pas une touche, ou ajoutez un pas.",
    ),
    "sheet.tag-start-foot": (
        "{tag} commence du pied {foot}, qui est le pied d’appui à ce moment.",
        "Commencez-le de l’autre pied, ou changez le dernier pas du mur.",
    ),
    "sheet.restart-foot": (
        "Le mur {walls} reprend après {after}, mais le pied {foot} est alors le pied d’appui.",
        "Faites du dernier pas avant elle une touche, ou ajoutez un pas assemblé.",
    ),
    "sheet.no-steps-on-counts": ("Rien n’est dansé sur {counts}.", "Écrivez le pas, ou pause."),
    "sheet.counts-figures": (
        "{counts} a {landings} places, mais « {figures} » en prend {moves}.",
        "Donnez un compte à chaque pas, ou dites pause.",
    ),
    "sheet.rhythm-assumed": (
        "« {figures} » ne va pas sur {counts} comme écrit ; dansé sur {meant}.",
        "Écrivez tous les comptes.",
    ),
    "sheet.stretched": (
        "{counts} : « {figures} » se danse lentement, {lasts} comptes par pas.",
        "Écrivez les pas si c’est autre chose.",
    ),
    "sheet.turn-size": (
        "{counts} : « {figure} » tourne, mais la feuille ne dit pas de combien.",
        "Écrivez ¼, ½ ou une autre valeur.",
    ),
    "sheet.repeat-nothing": (
        "Il n’y a pas de {what} au-dessus à danser de nouveau.",
        "Nommez un passage qui se trouve avant cette ligne.",
    ),
    "sheet.repeat-changed": (
        "« {text} » : le passage est redansé tel quel.",
        "Écrivez les pas là où ils changent.",
    ),
    "sheet.repeat-length": (
        "Ceci répète {length} comptes sur {room}.",
        "Changez les comptes de la ligne, ou du passage qu’elle répète.",
    ),
    "sheet.variant-nothing": (
        "{part} est faite à partir de {base}, qui n’est pas au-dessus sur la feuille.",
        "Écrivez d’abord cette partie, ou écrivez {part} en entier.",
    ),
    "sheet.option-nowhere": (
        "Cette option facile est pour {counts}, où rien n’est dansé.",
        "Placez-la sous les pas qu’elle remplace, ou donnez leurs comptes.",
    ),
    "sheet.option-unread": (
        "L’option facile pour {counts} ne peut pas se danser comme écrite.",
        "Écrivez-la pour qu’elle remplisse ces comptes.",
    ),
    "sheet.option-differs": (
        "L’option facile pour {counts} n’est pas égale : {differs}.",
        "Qui la danse finit autrement. Changez l’option.",
    ),
    "sheet.own-figure": (
        "La figure « {name} » ne peut pas être lue d’après ses pas.",
        "Écrivez comptes et pas, comme : Figure {name} = 1&2 PD à D, PG à côté, PD croisé devant.",
    ),
    "sheet.turn-assumed": (
        "« {figure} » n’a pas de côté ; pris {turn}.",
        "Écrivez-le si c’est de l’autre côté.",
    ),
    "sheet.foot-assumed": (
        "{counts} : « {figure} » ne nomme pas de pied ; pris du pied {foot}.",
        "Écrivez PD ou PG devant.",
    ),
    "sheet.weight-conflict": (
        "{section}, compte {count} : le pied {foot} est le pied d’appui et ne peut pas bouger.",
        "Prenez le pied {other}, ou faites du pas d’avant une touche.",
    ),
    "sheet.counts-out-of-order": (
        "{section} : {counts} vient après le compte {after}.",
        "Renumérotez la ligne, ou commencez une nouvelle section par un titre.",
    ),
    "sheet.counts-missing": (
        "{section} : rien n’est écrit pour {counts}.",
        "Écrivez les pas, ou pause.",
    ),
    "sheet.section-too-long": (
        "{section} devrait avoir {claimed} comptes et va jusqu’à {reached}.",
        "Changez le titre, ou mettez le reste dans la section suivante.",
    ),
    "sheet.total-counts": (
        "La feuille dit {claimed} comptes ; la somme des sections en fait {counts}.",
        "Sections : {sections}.",
    ),
    "sheet.section-short": (
        "{section} a {length} comptes ; avec {usual}, la danse aurait les comptes annoncés.",
        "Cherchez ce qui manque sur {counts}, ou écrivez pause.",
    ),
    "sheet.part-counts": (
        "{part} devrait avoir {claimed} comptes et en a {counts}.",
        "Changez le titre ou les pas.",
    ),
    "sheet.walls": (
        "La feuille dit {claimed} murs ; un mur tourne de {turn}, cela en fait {walls}.",
        "Cherchez un tour qui manque ou va dans le mauvais sens.",
    ),
    "sheet.walls-no-turn": (
        "La feuille dit {claimed} murs ; ses tours s’annulent, cela en fait {walls}.",
        "Cherchez un tour qui manque ou va dans le mauvais sens.",
    ),
    "sheet.facing": (
        "{section} : la feuille dit face à {claimed} ; une fois dansé, c’est {facing}.",
        "Vérifiez les tours jusqu’ici.",
    ),
    "sheet.turn-side": (
        "{section} : {turn} est le sens difficile pour « {figure} » ; son sens naturel est {easy}.",
        "Vérifiez le côté, ou le pied d’avant.",
    ),
    "sheet.event-beyond": (
        "La note place {event} après {after} comptes ; la danse en a {length}.",
        "Corrigez le compte.",
    ),
    "sheet.event-facing": (
        "La note dit {event} au mur {wall} face à {claimed} ; une fois dansé, c’est {happens}.",
        "Le mur {wall} commence à {starts}. Corrigez la note, ou cherchez un tour faux.",
    ),
    "sheet.event-facing-start": (
        "{claimed} est là où commence le mur {wall} ; {event} y a lieu face à {happens}.",
        "Dites lequel des deux est voulu.",
    ),
    "sheet.clock-wall": (
        "Le mur {wall} commence à {starts}, ce n’est donc pas le mur de {claimed}.",
        "Corrigez le numéro ou l’horloge.",
    ),
    "sheet.clock-wall-which": (
        "Le mur de {claimed} est celui qui commence à {claimed} : le mur {walls} sans reprises.",
        "Donnez aussi le numéro du mur.",
    ),
    "sheet.clock-wall-never": (
        "Aucun mur ne commence à {claimed}.",
        "Corrigez l’horloge de la note.",
    ),
    "sheet.end-foot": (
        "La danse finit en appui sur le pied {foot}, qui doit repartir.",
        "Finissez « {figure} » par une touche, ou changez l’appui avant.",
    ),
    "sheet.end-foot-no-steps": (
        "La danse finit en appui sur le pied {foot}, qui doit repartir.",
        "Changez l’appui avant.",
    ),
    "sheet.end-foot-weigh": (
        "La danse finit en appui sur le pied {foot}, qui doit repartir.",
        "Prenez appui sur « {figure} » à la fin, ou changez l’appui avant.",
    ),
    "load.fast": (
        "{section}, dès le compte {count} : {speed} pas par seconde à ce tempo.",
        "Proposez une option facile, ou enseignez-le d’abord sur une musique plus lente.",
    ),
    "load.fast-eased": (
        "{section}, dès le compte {count} : {speed} pas par seconde à ce tempo.",
        "Option facile « {option} ».",
    ),
    "load.turns": (
        "{turns} tours entiers par minute à ce tempo.",
        "Proposez d’abord une option sans tours.",
    ),
    "load.turns-eased": (
        "{turns} tours entiers par minute à ce tempo.",
        "Option facile « {option} ».",
    ),
    "load.spin": (
        "{section}, dès le compte {count} : {turn} tours sans arrêt.",
        "Regardez loin devant, et proposez une option sans le tour.",
    ),
    "load.spin-eased": (
        "{section}, dès le compte {count} : {turn} tours sans arrêt.",
        "Option facile « {option} ».",
    ),
    "load.drift": (
        "En {walls} murs, la classe se déplace d’environ {metres} m {way}.",
        "Commencez avec autant de place.",
    ),
    "load.drift-back": (
        "La classe se déplace jusqu’à {metres} m {way} avant de revenir.",
        "Commencez avec autant de place.",
    ),
    "fit.nothing-danced": (
        "La danse commence après {start} comptes, mais la musique n’en a que {length}.",
        "Commencez plus tôt, ou ajoutez des phrases à la musique.",
    ),
    "fit.parts-left-out": (
        "Chaque mur est dansé comme partie {first} ; la feuille a aussi {others}.",
        "Écrivez l’ordre des parties, comme : A x2, B, A, B x2.",
    ),
    "fit.parts-never-danced": (
        "L’ordre n’arrive jamais à {others}.",
        "Insérez-la à sa place, si elle se danse sur cette musique.",
    ),
    "fit.order-unread": (
        "« {said} », dans l’ordre, n’est rien qui se danse.",
        "Écrivez parties, répétitions, groupes et coupures, comme : (A x2, B) x2, B[1-16].",
    ),
    "fit.order-unknown": (
        "La feuille n’a pas de « {said} ».",
        "Prenez les noms de ses parties, tags, ponts et finals.",
    ),
    "fit.order-bracket": (
        "Une parenthèse « {said} » de l’ordre est seule.",
        "Fermez-la ou ôtez-la.",
    ),
    "fit.order-times": ("x{said} ne se danse pas.", "Répétez-le au moins une fois."),
    "fit.order-cut": (
        "« {said} » ne coupe rien.",
        "Écrivez-le derrière une partie, le premier compte avant le dernier : B[1-16].",
    ),
    "fit.order-many": (
        "L’ordre a plus de {said} parties ; le reste est laissé de côté.",
        "Raccourcissez-le.",
    ),
    "fit.order-long": (
        "L’ordre dépasse {said} caractères.",
        "Raccourcissez-le avec des groupes.",
    ),
    "fit.order-beyond": (
        "{item} dépasse la partie {part}, qui a {length} comptes.",
        "Coupez à l’intérieur de la partie.",
    ),
    "fit.order-short": (
        "L’ordre s’achève {left} comptes avant la musique.",
        "Ajoutez des parties, ou un final qui dit que la danse est finie.",
    ),
    "fit.order-never": (
        "La musique finit dans {part} ; {items} n’est jamais dansé.",
        "Ôtez-le, ou commencez plus tôt.",
    ),
    "fit.pin": (
        "{part} doit commencer à {pinned} ; en numéro {wall}, elle commence à {facing}.",
        "Changez ce qui vient avant, ou la règle.",
    ),
    "fit.pins": (
        "{part} doit commencer à {pinned} ; les numéros {walls} ne le font pas.",
        "Changez ce qui vient avant, ou la règle.",
    ),
    "fit.wait-no-stop": (
        "{event} au mur {wall} : la carte de la musique n’a pas d’arrêt là, rien n’est attendu.",
        "Marquez l’arrêt à l’atelier Musique, ou déplacez l’attente sur lui.",
    ),
    "fit.wait-length": (
        "{event} au mur {wall} : les musiciens s’arrêtent là {lasts} secondes.",
        "Écrivez cela, ou laissez les secondes et attendez le repère.",
    ),
    "fit.stop-no-wait": (
        "Les musiciens s’arrêtent {lasts} secondes après le compte {count} du {where} {wall}.",
        "Ajoutez là une attente, pour que personne ne continue.",
    ),
    "fit.cue-missing": (
        "{event} au mur {wall} n’a pas de repère.",
        "Écrivez ce qu’il faut écouter.",
    ),
    "fit.never-by-rule": (
        "{event} n’a jamais lieu : aucun endroit de la musique n’est « {where} ».",
        "Changez la règle, ou ôtez-le.",
    ),
    "fit.never-other-change": (
        "{event} au mur {wall} n’a jamais lieu : ses pas sont pour une autre partie, ou ce mur a "
        "déjà un changement de pas.",
        "Gardez l’un des deux, avec les pas des deux.",
    ),
    "fit.change-gone": (
        "La feuille n’a plus de changement de pas « {tag} ».",
        "Écrivez-le de nouveau dans la feuille, ou donnez ses pas à l’événement.",
    ),
    "fit.steps-unread": (
        "{event} au mur {wall} n’a jamais lieu : ses pas ne peuvent pas être lus.",
        "Écrivez comptes et pas, comme : 1-4 Rocking chair PD.",
    ),
    "fit.wrong-foot-joint": (
        "Mur {wall} : {after} vient après {before} et son pied {foot} n’est pas libre.",
        "Finissez « {step} » sur {count} par une touche, ou ajoutez un pas sur le & d’après.",
    ),
    "fit.wrong-foot-joint-weigh": (
        "Mur {wall} : {after} vient après {before} et son pied {foot} n’est pas libre.",
        "Prenez appui : « {step} » sur {count}.",
    ),
    "fit.wrong-foot-joint-no-steps": (
        "Mur {wall} : {after} vient après {before} et son pied {foot} n’est pas libre.",
        "Commencez de l’autre pied, ou donnez des pas aux comptes d’avant.",
    ),
    "fit.tag-gone": (
        "La feuille n’a plus de « {tag} », le mur {wall} n’a donc pas de tag.",
        "Écrivez-le de nouveau dans la feuille, ou ôtez le tag.",
    ),
    "fit.never-after-song": (
        "{event} au mur {wall} n’a jamais lieu : la musique finit au mur {last}.",
        "Ôtez-le ou avancez-le à un mur d’avant.",
    ),
    "fit.never-beyond-dance": (
        "{event} au mur {wall} n’a jamais lieu : la danse a {length} comptes.",
        "Choisissez un compte de la danse.",
    ),
    "fit.never-stopped-before": (
        "{event} au mur {wall} n’a jamais lieu : le mur s’arrête après {cut}.",
        "Ôtez l’un des deux.",
    ),
    "fit.wrong-foot-restart": (
        "Le mur {wall} reprend après {cut}, mais le pied {foot} est alors le pied d’appui.",
        "À ce mur, finissez « {step} » sur {count} par une touche, ou ajoutez un pas sur le & "
        "d’après.",
    ),
    "fit.wrong-foot-restart-weigh": (
        "Le mur {wall} reprend après {cut}, mais le pied {foot} est alors le pied d’appui.",
        "À ce mur, prenez appui : « {step} » sur {count}.",
    ),
    "fit.wrong-foot-restart-no-steps": (
        "Le mur {wall} reprend après {cut}, mais le pied {foot} est alors le pied d’appui.",
        "Ajoutez un pas qui le libère.",
    ),
    "fit.wrong-foot-into-tag": (
        "Après le mur {wall}, le tag commence du pied {foot}, qui est le pied d’appui.",
        "Finissez « {step} » sur {count} par une touche, ou commencez le tag de l’autre pied.",
    ),
    "fit.wrong-foot-into-tag-weigh": (
        "Après le mur {wall}, le tag commence du pied {foot}, qui est le pied d’appui.",
        "Prenez appui (« {step} » sur {count}), ou commencez le tag de l’autre pied.",
    ),
    "fit.wrong-foot-into-tag-no-steps": (
        "Après le mur {wall}, le tag commence du pied {foot}, qui est le pied d’appui.",
        "Commencez le tag de l’autre pied.",
    ),
    "fit.wrong-foot-out-of-tag": (
        "Après le tag du mur {wall}, le pied {foot} doit partir, mais il est le pied d’appui.",
        "Finissez « {step} » du tag, sur {count}, par une touche, ou ajoutez un pas au tag.",
    ),
    "fit.wrong-foot-out-of-tag-weigh": (
        "Après le tag du mur {wall}, le pied {foot} doit partir, mais il est le pied d’appui.",
        "Prenez appui sur {count} du tag (« {step} »), ou ajoutez un pas au tag.",
    ),
    "fit.wrong-foot-out-of-tag-no-steps": (
        "Après le tag du mur {wall}, le pied {foot} doit partir, mais il est le pied d’appui.",
        "Écrivez les pas du tag pour qu’ils le libèrent.",
    ),
    "fit.claimed-facing": (
        "{event} au mur {wall} est face à {facing}, pas à {claimed}.",
        "Le mur {wall} commence à {start}. Corrigez l’énoncé, ou cherchez un tour faux.",
    ),
    "fit.claimed-facing-of-many": (
        "{event} au mur {wall} est face à {facing}, pas à {claimed}.",
        "Ses murs ont des orientations différentes. Ôtez-en le mur {wall} et donnez-lui le sien.",
    ),
    "fit.claimed-facing-is-start": (
        "{event} au mur {wall} est face à {facing} ; {claimed} est là où ce mur commence.",
        "Dites lequel est voulu : commence à {start}, a lieu face à {facing}.",
    ),
    "fit.wall-off-unit": (
        "Le mur {wall} commence sur le compte {count} d’un {unit} de la musique.",
        "Un tag ou une reprise avant lui peut le ramener.",
    ),
    "fit.walls-off-unit": (
        "Les murs {wall} à {last} commencent sur le compte {count} d’un {unit} de la musique.",
        "Un tag ou une reprise avant le mur {wall} peut les ramener.",
    ),
    "fit.phrases-unmarked": (
        "{counts} comptes de la musique, dès le compte {from}, n’ont pas encore de phrases.",
        "Marquez-les à l’atelier Musique, et les repères ici montrent le calage.",
    ),
    "fit.phrase-missed": (
        "{phrase} commence sur le compte {count} du mur {wall}.",
        "Le mur suivant commence {late} comptes trop tard. Reprenez le mur {wall} après {early}, "
        "si cela va.",
    ),
    "fit.phrase-missed-last": (
        "{phrase} commence sur le compte {count} du mur {wall}.",
        "C’est le dernier mur.",
    ),
    "fit.phrase-missed-in-tag": (
        "{phrase} commence dans le {where} après le mur {wall}.",
        "Le mur suivant commence {late} comptes trop tard. Raccourcissez le {where}.",
    ),
    "fit.phrase-missed-in-tag-last": (
        "{phrase} commence dans le {where} après le mur {wall}.",
        "Aucun mur ne suit.",
    ),
    "fit.final-facing": (
        "La musique finit sur le compte {count} du {where} {wall}, face à {facing}.",
        "Finissez par {turn} de tour à {side} pour être face à l’avant.",
    ),
    "fit.final-facing-half": (
        "La musique finit sur le compte {count} du {where} {wall}, face à {facing}.",
        "Un ½ tour, d’un côté ou de l’autre, met face à l’avant.",
    ),
    "sheet.left-length": (
        "Il n’est pas dit combien dure le tag, et la feuille n’en a pas les pas.",
        "Dites combien de comptes il a.",
    ),
    "sheet.left-which": (
        "La feuille en a plusieurs ; il n’est pas dit lequel.",
        "Nommez-le : Tag 1, Tag 2.",
    ),
    "sheet.left-steps": (
        "La feuille n’a pas les pas de ce changement.",
        "Écrivez-les avec l’événement.",
    ),
    "sheet.left-middle": (
        "Un tag au milieu d’un mur.",
        "Dites si la danse continue ou recommence.",
    ),
    "sheet.left-place": (
        "Il n’est pas dit après quel compte.",
        "Ajoutez-le : après 16 comptes.",
    ),
    "sheet.left-rule": (
        "Aucun mur de la danse n’y arrive.",
        "Donnez le numéro du mur.",
    ),
    "sheet.left-order": (
        "Cet ordre n’est pas lu.",
        "Écrivez-le comme « A, B, A[1-16], Tag », avec les noms des parties.",
    ),
    "sheet.left-part": (
        "Dans une danse phrasée, c’est l’ordre qui dit où cela vient.",
        "Écrivez-le dans l’ordre.",
    ),
    "plan.nothing-to-dance": (
        "Il n’y a encore rien à danser sur cette musique.",
        "Écrivez la danse à l’atelier Pas.",
    ),
    "plan.no-phrases": (
        "Cette musique n’a pas de phrases marquées.",
        "Marquez-les à l’atelier Musique ; les plans les suivent.",
    ),
    "plan.given-up": (
        "La recherche a duré trop longtemps.",
        "Permettez moins de coupures, de tags ou d’événements.",
    ),
    "plan.nothing-possible": ("Rien ne se danse dans ces limites.", "Permettez davantage."),
    "plan.other-unit": (
        "{dance} ne se compte pas comme cette musique, qui va par {unit}.",
        "Elles ne vont pas ensemble.",
    ),
    "plan.poor": (
        "{dance} et cette musique ne vont pas ensemble.",
        "Même le meilleur plan ne commence que {hits} phrases sur {phrases} au compte 1.",
    ),
    "plan.spoilt": (
        "Avec les événements qui restent, même le meilleur plan ne commence que {hits} phrases "
        "sur {phrases} au compte 1.",
        "Sans eux, la danse est bien calée.",
    ),
    "claim.no-wall": ("Aucun mur n’est nommé.", "Dites à quel mur cela a lieu."),
    "claim.no-event": (
        "Aucun tag, reprise, pont, changement de pas ou final n’est nommé ici.",
        "Nommez-le, avec son mur.",
    ),
    "claim.cannot-be": ("{why}", "Corrigez-le et vérifiez de nouveau."),
    "claim.tag-inside": (
        "Un tag au milieu d’un mur est pris comme un pont : le mur continue.",
        "Appelez-le reprise si la danse recommence.",
    ),
    "claim.length": (
        "Il est dit {said} comptes ; {part}, sur la feuille, en a {length}.",
        "Corrigez celui des deux qui est faux.",
    ),
    "claim.which": (
        "Il n’est pas dit lequel des tags de la feuille ; pris comme {counts} comptes sans pas.",
        "Nommez-le : Tag 1, Tag 2.",
    ),
    "claim.no-length": (
        "Il n’est pas dit combien il dure ; pris comme {counts} comptes sans pas.",
        "Dites combien de comptes il a.",
    ),
    "claim.twice": (
        "Deux reprises sont nommées pour le mur {walls} ; seule la première a lieu.",
        "Ôtez l’une des deux.",
    ),
    "claim.clock-walls": (
        "Les murs {walls} commencent tous à {facing}.",
        "Donnez le numéro de celui qui est voulu.",
    ),
}
"""By the code of a finding: what is the case, what to do."""

TEXTS: Final[dict[str, str]] = {
    "fix.write": "Écrire {text}",
    "fix.take-out": "L’enlever",
    "fix.take-out-wall": "Ôter le mur {wall}",
    "repair.touch": "Touche au lieu du pas sur {count}",
    "repair.step": "Prendre appui sur {count} au lieu de : {verb}",
    "repair.together": "Assembler le pied {foot} sur le & après {count}",
    "repair.leave-out": "Laisser un pas, avant {count}, dans la figure : {figure}",
    "repair.ball-change": "Commencer {part} par un ball change",
    "ending.turn": "S’arrêter après {after} et tourner {turn} vers l’avant",
    "ending.stand": "S’arrêter après {after}, où l’on est face à l’avant",
    "ending.last-turn": "Sur la dernière figure ({figure}), tourner {turn} au lieu de {was}",
    "ending.section": "S’arrêter après {after}, à la fin de la section, et tourner {turn}",
    "ending.section-stand": (
        "S’arrêter après {after}, à la fin de la section, où l’on est face à l’avant"
    ),
    "ending.hold": "S’arrêter après {after}, face à l’avant, et tenir {left} comptes",
    "ending.across": "Le pied {foot} est libre : croisez-le devant, ou tournez lentement.",
    "plan.fits": "{lead}, {phrase} commence donc sur le compte 1 du mur {wall}.",
    "plan.on-unit": (
        "{lead}, pour que les murs d’après commencent de nouveau sur le compte 1 d’un {unit}."
    ),
    "plan.with-next": (
        "{lead} ; ce n’est qu’avec ce qui vient au mur {wall} qu’une phrase tombe juste."
    ),
    "plan.alone": "{lead}.",
    "plan.phrase-has": "{phrase} a {counts} comptes : {lead}",
    "plan.what.tag": "un tag de {length} suit le mur {wall}",
    "plan.what.tag-restart": "le mur {wall} s’arrête après {after} pour un tag de {length}",
    "plan.what.restart": "le mur {wall} s’arrête après {after}",
    "plan.what.other": "{event} au mur {wall}",
    "plan.fill": "{parts} la remplissent",
    "plan.fill-next": "{parts} la remplissent, {phrase} commence donc avec {part}",
    "plan.event": "{event}",
    "plan.bill": "{words} : {more}",
    "plan.nothing": "Ni tags ni reprises",
    "plan.on-wall": "{event}, mur {walls}",
    "plan.on-walls": "{event}, murs {walls}",
    "cost.phrase": "{said} commence sur le compte {count} du mur {wall}",
    "cost.phrase-over": "{said} commence quand la danse est finie",
    "cost.off-unit": "Le mur {wall} commence sur le compte {count} d’un {unit}",
    "cost.event": "{said}, mur {wall}",
    "cost.side": "{said} laisse le mur {wall} face à un côté ou un coin",
    "cost.repair": "Un pied doit être libéré au mur {wall}",
    "cost.different": "{said} est une chose de plus à retenir",
    "cost.away": "{said}, en numéro {wall}, est loin de sa phrase",
    "cost.more.side": "face à un côté ou un coin",
    "cost.more.different": "une chose de plus à retenir",
    "song.bpm": "{before} bpm deviennent {now}.",
    "song.sixes": "Elle va maintenant par six.",
    "song.eights": "Elle va maintenant par huit.",
    "song.later": "Le compte 1 est à {at}, {seconds} s plus tard.",
    "song.earlier": "Le compte 1 est à {at}, {seconds} s plus tôt.",
    "song.counts": "{before} comptes deviennent {now}.",
    "song.phrase": "{name} commence ailleurs, à {at}.",
    "song.phrases": "{name} et {more} de plus commencent ailleurs, {name} à {at}.",
    "song.ends": "La musique finit à {at}.",
    "heard.stops": "s’arrête {seconds} s",
    "heard.slows": "ralentit pendant {seconds} s",
    "heard.as-heard": "comme entendu",
    "heard.between": "entre les battements",
    "heard.shifted": "battements décalés",
    "heard.2": "deux fois plus de comptes",
    "heard.3": "trois comptes pour un",
    "heard.1/2": "deux fois moins de comptes",
    "heard.1/3": "un compte pour trois",
    "heard.for-one": "{counts} comptes pour un",
    "heard.for": "{counts} comptes pour {others}",
    "heard.other-beats": "{words}, sur les autres battements",
    "check.tempo": "Vérifiez le tempo : {bpm} bpm est probable, {others} est possible.",
    "check.one": "Vérifiez le compte 1 : quel battement ouvre la mesure n’est pas sûr.",
    "check.unit": "Vérifiez si elle va par huit ou par six.",
    "check.unsure": "Pendant {seconds} secondes le battement s’entend mal ; elles sont marquées.",
    "say.line": "{head} : {said}.",
    "say.and": " ; ",
    "say.wall": "Mur {n}, départ face à {starts}",
    "say.part": "{n} : {part}{phrase}, départ face à {starts}",
    "say.with": " sur {phrase}",
    "say.whole": "danser les {counts} comptes, fin face à {ends}",
    "say.whole-plain": "danser en entier, fin face à {ends}",
    "say.restart": "danser {counts} comptes, {last}reprise face à {ends}",
    "say.cut": "danser seulement les comptes {first} à {upto}, fin face à {ends}",
    "say.tag": "puis le tag de {counts} comptes{steps}, face à {ends}",
    "say.tag-restart": (
        "danser {counts} comptes, puis le tag de {tag} comptes et reprise face à {ends}"
    ),
    "say.bridge": (
        "après {after} comptes le pont de {counts}{steps}, puis continuer au compte {next}"
    ),
    "say.wait": "après {after} comptes attendre{long}, puis continuer au compte {next}",
    "say.wait-end": "puis attendre{long}",
    "say.change": "avec le changement de pas aux comptes {counts} : {steps}",
    "say.ending": "après {after} comptes le final{steps}, face à {ends}",
    "say.song": "la musique finit après {counts} comptes, face à {ends}",
    "say.finish": "finir par {turn} de tour à {side} pour être face à l’avant",
    "say.finish-half": "finir par ½ tour pour être face à l’avant",
    "say.front": "on est face à l’avant",
    "say.listen": "écouter : {cue}",
    "say.title": "{dance} sur {song} : {counts} comptes{walls}",
    "say.start": "Départ après {counts} comptes ({time}), face à 12:00",
    "say.walls": ", {n} murs",
    "say.wall1": ", 1 mur",
    "say.seconds": " {seconds:g} secondes",
    "say.until": " l’orchestre",
    "say.last": "finir par {step}, ",
    "cue.to": "sur",
    "cue.facts": "{bpm:g} bpm · {counts} comptes d’intro · mur 1 à {time}",
    "cue.ends": "fin",
    "cue.song": "La musique finit après {count}",
    "cue.cut": "Seulement jusqu’à {count}",
    "cue.front": "face à l’avant",
    "cue.turn": "{turn} de tour à {side} vers l’avant",
    "cue.half": "½ tour vers l’avant",
    "cue.right": "droite",
    "cue.left": "gauche",
    "cue.facing": "face à {clock}",
    "print.part": "Partie",
    "print.counts": "comptes",
    "print.count": "Compte",
    "print.wall": "mur",
    "print.walls": "murs",
    "print.steps": "Pas",
    "print.facing": "Face à",
    "print.through": "En continu",
    "print.option": "Option facile",
    "print.notes": "Remarques",
    "print.cautions": (
        "Échauffez-vous. Dansez sur un sol dégagé et sec, avec des chaussures qui laissent "
        "pivoter le pied. Dans les tours, regardez devant vous et arrêtez en cas de vertige. "
        "En cas de problème d'équilibre, de genou, de hanche ou de dos, dansez l'option sans "
        "tour. Gardez la musique modérée. Le règlement de la salle et l'avis d'un médecin ou "
        "d'un kinésithérapeute passent avant tout."
    ),
    "print.tag": "Tag",
    "print.bridge": "Pont",
    "print.ending": "Final",
    "print.change": "Changement de pas",
    "print.turns": "{turn} par mur",
    "list.wall": "Mur",
    "list.what": "Quoi",
    "list.part": "Partie",
    "list.starts": "Commence face à",
    "list.ends": "Finit face à",
    "list.counts": "Comptes",
    "list.from": "Dès le compte",
    "list.song-count": "Compte de la musique",
    "list.starts-at": "Début",
    "list.ends-at": "Fin",
    "list.phrase": "Phrase",
    "list.happens": "Ce qui a lieu",
    "list.cue": "Repère",
    "list.foot": "Pied libre",
    "list.title": "{named} sur {song}",
    "list.sheet": "Murs",
    "happens.song-ends": "La musique finit après {count}",
    "happens.wait": "Attendre les musiciens",
    "happens.cut": "Coupé après {count}",
    "call.wait": "Attendre : {cue}",
    "call.wall": "Mur {wall}",
    "call.eight": "{name}, face à {clock} : {counts}",
    "call.song-ends": "{words}, la musique finit",
    "quiz.wall": "Quel mur danse-t-on ?",
    "quiz.facing": "Mur {wall} : face à quoi commence-t-il ?",
    "quiz.event": "Qu’y a-t-il au mur {wall} ?",
    "quiz.nothing": "Rien : on le danse en entier",
    "quiz.after": "{event}, après {after}",
    "class.calendar": "Niveau : {level}",
    "drill.learn": "{section}, pas à pas",
    "drill.top": "Du début jusqu’à {section}",
    "drill.spot": "{section}, autour du {count}",
    "drill.whole": "Le mur entier, en comptant",
    "drill.whole-part": "Toute la partie {name}, en comptant",
    "drill.walls": "Deux murs sans s’arrêter",
    "drill.walls-parts": "{one}, puis {other}",
    "drill.wall": "Mur {wall}, face à {clock}",
    "drill.event": "{event}, {place}",
    "drill.item": "{name}, après le mur {wall}",
    "drill.round": "Tout dans l’ordre de la musique, sans musique",
    "drill.slow": "Sur la musique ralentie",
    "drill.music": "Sur la musique",
    "drill.detail": "{rounds} × {counts} comptes à {tempo} par minute, {talk} s d’explications",
    "drill.song": "La musique une fois à {percent} %, {talk} s d’explications",
    "drill.songs": "La musique {rounds} fois à {percent} %, {talk} s d’explications",
    "drill.why.fast": "L’endroit le plus rapide.",
    "drill.why.turn": "Le tour le plus long.",
    "drill.why.weight": "Le pas suivant demande le pied qui porte le poids.",
    "drill.why.stuck": "On y a buté la dernière fois.",
    "drill.alike": "Comme « {section} », pareil ou sur l’autre pied.",
    "drill.option": "Proposez la version facile : {option}",
    "drill.listen": "À écouter : {cue}",
    "evening.warm-up": "Échauffement",
    "evening.break": "Pause",
    "evening.cool-down": "Retour au calme",
    "evening.seconds": "{rest} s",
    "evening.minutes": "{minutes} min",
    "evening.both": "{minutes} min {rest} s",
    "evening.fits": "Cela tient à la seconde près.",
    "evening.spare": "Tout tient, il reste {time}.",
    "evening.left": "Cela tient ; {number} exercices n’y sont pas.",
    "evening.left-one": "Cela tient ; un exercice n’y est pas.",
    "evening.over": "Ce qui est fixé dépasse de {time}. Raccourcissez ou retirez quelque chose.",
    "evening.fewer": "{drill} : seulement {rounds} ×",
    "evening.gone": "{drill} : pas du tout",
    "planned.left-out": "Laissé de côté",
    "card.wall": "Mur",
    "card.after": "après",
    "card.none": "Ni tag ni reprise : chaque mur se danse en entier.",
    "repertoire.last": "dansé le",
    "repertoire.none": "Pas encore de danses.",
    "repertoire.facts": "{counts} comptes, {walls} murs",
    "setlist.title": "Soirée dansante",
    "setlist.split": "Sur le même plancher :",
    "announce.counts": "{counts} comptes",
    "announce.walls": "{walls} murs",
    "announce.wall": "1 mur",
    "announce.end-of": "fin du mur {wall}",
    "announce.after": "mur {wall} après {after}",
    "announce.tag": "un tag : {places}",
    "announce.tag.many": "{number} tags : {places}",
    "announce.restart": "une reprise : {places}",
    "announce.restart.many": "{number} reprises : {places}",
    "announce.tag-restart": "un tag avec reprise : {places}",
    "announce.tag-restart.many": "{number} tags avec reprise : {places}",
    "announce.bridge": "un pont : {places}",
    "announce.bridge.many": "{number} ponts : {places}",
    "announce.change": "un changement de pas : {places}",
    "announce.change.many": "{number} changements de pas : {places}",
    "announce.wait": "une attente : {places}",
    "announce.wait.many": "{number} attentes : {places}",
    "announce.ending": "un final : {places}",
    "announce.ending.many": "{number} finals : {places}",
    "score.part": "{name}, mur {wall}",
    "score.event.restart": "Reprise",
    "score.event.tag": "Tag de {counts}",
    "score.event.tag-restart": "Tag de {counts} et reprise",
    "score.event.bridge": "Pont de {counts}",
    "score.event.change": "Changement de pas",
    "score.event.wait": "Attente",
    "score.event.ending": "Final",
    "score.place": "mur {wall}, après {after}, face à {clock}",
    "score.late": "{counts} de retard",
    "score.early": "{counts} d’avance",
    "score.in-time": "en mesure",
    "score.count": "1 compte",
    "score.counts": "{counts} comptes",
    "score.same": "face à {facing} comme les autres",
    "score.other": "face à {facing} alors que les autres sont face à {faced}",
    "score.missed": "Si on la manque : {when}, {where}.",
    "score.no-way-back": "Aucun mur ne commence après.",
    "score.step-in": "Reprendre à {time} : compte 1 du mur {wall}, face à {clock}",
    "score.step-in-part": "Reprendre à {time} : compte 1 de {name}, mur {wall}, face à {clock}",
    "score.on-phrase": "{said}, sur « {phrase} »",
    "calls.number.1": "un",
    "calls.number.2": "deux",
    "calls.number.3": "trois",
    "calls.number.4": "quatre",
    "calls.number.5": "cinq",
    "calls.number.6": "six",
    "calls.number.7": "sept",
    "calls.number.8": "huit",
    "calls.number.9": "neuf",
    "calls.number.10": "dix",
    "calls.number.11": "onze",
    "calls.number.12": "douze",
    "calls.number.13": "treize",
    "calls.number.14": "quatorze",
    "calls.number.15": "quinze",
    "calls.number.16": "seize",
    "calls.event.restart": "reprise",
    "calls.event.tag": "tag",
    "calls.event.tag-restart": "tag et reprise",
    "calls.event.bridge": "pont",
    "calls.event.change": "changement de pas",
    "calls.event.wait": "attente",
    "calls.event.ending": "final",
    "calls.ahead.8": "bientôt {event}",
    "calls.ahead.4": "encore quatre, {event}",
    "calls.wall": "mur {wall}, {faced}",
    "calls.part": "{name}, {faced}",
    "calls.facing.12:00": "devant",
    "calls.facing.1:30": "une heure et demie",
    "calls.facing.3:00": "trois heures",
    "calls.facing.4:30": "quatre heures et demie",
    "calls.facing.6:00": "derrière",
    "calls.facing.7:30": "sept heures et demie",
    "calls.facing.9:00": "neuf heures",
    "calls.facing.10:30": "dix heures et demie",
    "calls.amount.eighth": "un huitième",
    "calls.amount.quarter": "un quart",
    "calls.amount.three eighths": "trois huitièmes",
    "calls.amount.half": "un demi",
    "calls.amount.five eighths": "cinq huitièmes",
    "calls.amount.three quarters": "trois quarts",
    "calls.amount.seven eighths": "sept huitièmes",
    "call.ahead": "Dans {ahead} : {event}, face à {clock}",
    "cli.order": "ordre : {sequence}",
    "cli.taken": "repris : {statement}",
    "cli.left": "pas repris, ligne {line} : {said}",
    "cli.states-nothing": "La feuille n’énonce ni ordre, ni tag, ni reprise, ni final.",
    "cli.after": " après {count}",
    "cli.length": ", {counts} comptes",
    "cli.statement": "{kind} : mur {walls}{after}{length}",
    "cli.statements": "{kind} : murs {walls}{after}{length}",
    "cli.unclear": "pas certain ({cause}) : {said}",
    "cli.no-statement": "Ceci n’énonce ni tag ni reprise.",
    "cli.points": "{points} points, {hits} phrases sur {phrases}",
    "cli.own": "En l’état : {points} points.",
    "cli.on-one": "compte 1 du mur {wall}",
    "cli.after-dance": "après la danse",
    "cli.on-count": "compte {count} du mur {wall}",
    "cli.late": ", mur suivant {counts} trop tard",
    "cli.hits": "{hits} phrases sur {phrases} commencent au compte 1.",
    "cli.phrases": "{hits} phrases sur {phrases}",
    "cli.level.1": "comptée telle quelle",
    "cli.level.1/2": "demi-temps",
    "cli.level.2": "double temps",
    "cli.to": " à ",
    "cli.fate.stays": "reste",
    "cli.fate.moves": "bouge",
    "cli.fate.goes": "sort",
    "cli.fate.new": "entre",
    "heard.drums-in": "la batterie entre",
    "heard.drums-stop": "la batterie s’arrête",
    "cli.heard": (
        "{bpm} bpm, {beats} battements, par {counted}, premier battement à {first} s, sûr à {sure}"
    ),
    "cli.counts": "{counts} comptes",
    "cli.or": "ou {bpm} bpm ({words}, {sure})",
    "cli.turns": "tourne de {way}",
    "cli.no-turn": "aucun tour ne reste",
    "cli.wall": ", {walls} mur ({turns})",
    "cli.walls": ", {walls} murs ({turns})",
    "cli.untitled": "Sans titre",
    "cli.sheet": "{title} : {counts} comptes{walls}",
    "cli.section.left": "{named} : comptes {first}–{last}, {starts} à {ends}, pied gauche libre",
    "cli.section.right": "{named} : comptes {first}–{last}, {starts} à {ends}, pied droit libre",
    "cli.section.either": "{named} : comptes {first}–{last}, {starts} à {ends}, un pied au choix",
    "cli.kind.wall": "mur",
    "cli.kind.tag": "tag",
    "cli.kind.bridge": "pont",
    "cli.kind.wait": "attente",
    "cli.kind.ending": "final",
    "cli.song-ends": "la musique finit sur {count}",
    "cli.line": "ligne {line} : ",
    "cli.severity.wrong": "faux",
    "cli.severity.doubtful": "douteux",
    "cli.severity.know": "à savoir",
    "or": "{one} ou {other}",
}
"""All other sentences, by their codes."""

_FEET: Final = {"left": "gauche", "right": "droit"}
_SIDES: Final = {"left": "gauche", "right": "droite"}
_TO_SIDES: Final = {"left": "à gauche", "right": "à droite"}
_UNITS: Final = {"eight": "huit", "six": "six", "8": "huit", "6": "six"}
_FEELS: Final = {"straight": "droit", "swing": "swing", "rolling": "roulant", "waltz": "de valse"}
_WAYS: Final = {
    "to the front": "vers l’avant",
    "to the back": "vers le fond",
    "to the 3:00 side": "vers le côté 3:00",
    "to the 9:00 side": "vers le côté 9:00",
}
_LANGUAGES: Final = {"Dutch": "néerlandais", "Italian": "italien", "Portuguese": "portugais"}
_MOVES: Final = {
    "step": "le pas", "side": "pas à côté", "forward": "pas avant", "back": "pas arrière",
    "behind": "pas croisé derrière", "together": "pas assemblé", "cross": "pas croisé",
    "step change": "changement de pas",
}  # fmt: skip
_EVENTS: Final = (
    (r"Tag (\S+) and restart", r"Tag \1 et reprise"),
    (r"[Tt]ag and restart", "tag et reprise"),
    (r"Restart", "Reprise"),
    (r"Step change", "Changement de pas"),
    (r"Bridge", "Pont"),
    (r"Wait", "Attente"),
    (r"Ending", "Final"),
    (r"restart", "reprise"),
    (r"step change", "changement de pas"),
    (r"bridge", "pont"),
    (r"ending", "final"),
    (r" after ", " après "),
    (r" on (?=\d)", " sur "),
    (r"without", "sans"),
)
_PLACES: Final = (
    (r"the last wall", "le dernier mur"),
    (r"every wall that starts facing (.+)", r"chaque mur qui commence face à \1"),
    (r"every wall that faces (.+) there", r"chaque mur qui y est face à \1"),
    (r"whenever an? (.+) ends", r"chaque fin de \1"),
    (r"the ending of wall", "final du mur"),
    (r"\bwalls (?=\d)", "murs "),
    (r"\bwall\b", "mur"),
    (r"\bbridge\b", "pont"),
    (r"\bending\b", "final"),
    (r"\bpre-chorus\b", "pré-refrain"),
    (r"\bchorus\b", "refrain"),
    (r"\bverse\b", "couplet"),
    (r"\bunmarked\b", "phrase sans marque"),
    (r" or ", " ou "),
)
_REASONS: Final = (
    (r"it has other counts", "elle a d’autres comptes"),
    (r"it does not turn,", "elle ne tourne pas,"),
    (r"it turns (.+?) instead", lambda m: f"elle tourne {_turn(m[1])} instead"),
    (r"instead of no turn at all", "au lieu d’aucun tour"),
    (
        r"instead of ((?:full|[\d½¼¾⅛⅜⅝⅞]+)(?: (?:left|right))?)",
        lambda m: f"au lieu de {_turn(m[1])}",
    ),
    (
        r"it ends on the (left|right) foot instead of the (left|right)",
        lambda m: f"elle finit sur le pied {_FEET[m[1]]} au lieu du {_FEET[m[2]]}",
    ),
    (r" and (?=elle )", " et "),
)


def _replaced(
    said: str, rules: tuple[tuple[str, str | Callable[[re.Match[str]], str]], ...]
) -> str:
    for pattern, words in rules:
        said = re.sub(pattern, words, said)
    return said


def _turn(said: str) -> str:
    """ "½ left", "full right", "1¼": how far, and which way round."""
    amount, _, side = said.partition(" ")
    amount = "un tour complet" if amount == "full" else f"{amount} de tour" if side else amount
    return f"{amount.replace('½ de tour', '½ tour')} {_TO_SIDES.get(side, '')}".strip()


def _figure(said: str) -> str:
    """One figure or move, "pivot x12" too."""
    name, times, number = said.partition(" x")
    figure = BY_NAME.get(name)
    if name in _MOVES:
        found = _MOVES[name]
    elif figure is not None:
        found = STEPS.name(figure)
    else:
        found = STEPS.directions.get(name, name)
    return f"{found}{times}{number}"


def _figures(said: str) -> str:
    return ", ".join(_figure(each) for each in said.split(", "))


def _section(said: str) -> str:
    return re.sub(r"^Counts (?=\d)", "Comptes ", said).replace("Step change", "Changement de pas")


def _what(said: str) -> str:
    """What was supplied, or what is to be danced again."""
    return ", ".join(_one_thing(each) for each in said.split(", "))


def _part(said: str) -> str:
    """A part as the reader calls it: "Bridge 2" of a heading "Pont 2" or "Bridge 2"."""
    kind, _, number = said.partition(" ")
    return f"{_PARTS.get(kind, kind)} {number}".strip()


def _one_thing(said: str) -> str:
    if passage := re.fullmatch(r"(section|counts|part) (.+)", said):
        return f"{_PASSAGES[passage[1]]} {passage[2]}"
    if said in {"the dance", "the steps above"}:
        return "pas"
    if slid := re.fullmatch(r"slide taking the weight on the (left|right) foot", said):
        return f"glissé qui prend l’appui sur le pied {_FEET[slid[1]]}"
    footed = re.fullmatch(r"(.+) with the (left|right) foot", said)
    name, foot = (footed[1], f" du pied {_FEET[footed[2]]}") if footed else (said, "")
    if name in _PLAIN_STEPS:
        return f"{_PLAIN_STEPS[name]}{foot}"
    for ending, words in _GOES:
        if name.endswith(ending) and name != ending.strip():
            return f"{_figure(name.removesuffix(ending))} {words}{foot}"
    return f"{_figure(name)}{foot}"


_PLAIN_STEPS: Final = {
    "step": "pas", "forward": "pas avant", "back": "pas arrière", "to the side": "pas de côté",
    "step forward": "pas avant", "step back": "pas arrière", "step to the side": "pas de côté",
}  # fmt: skip
_PASSAGES: Final = {"section": "section", "counts": "comptes", "part": "partie"}
_GOES: Final = (
    (" forward", "avant"), (" back", "arrière"), (" to the side", "de côté"),
    (" full", "d’un tour"), (" ½", "½"), (" ¼", "¼"), (" ¾", "¾"),
)  # fmt: skip
_SHORT: Final = {
    "tog": "ass.", "fwd": "avant", "back": "arr.", "side": "côté", "cross": "croisé",
    "behind": "derr.", "rec": "ret.", "diag": "diag.", "diag bk": "diag. arr.",
    "in place": "sur place", "out": "ouvert", "in": "fermé", "big": "grand", "touch": "touche",
    "point": "pointe", "heel": "talon", "toe": "pointe", "stomp": "frappé", "sweep": "balayé",
    "drag": "glissé", "turn": "tour", "unwind": "dérouler", "hold": "pause", "hop": "saut",
    "jump": "saut", "drop": "posé", "spin": "pirouette", "spiral": "spirale", "return": "retour",
}  # fmt: skip
_KINDS: Final = {
    "Verse": "Couplet", "Chorus": "Refrain", "Pre-chorus": "Pré-refrain", "Bridge": "Pont",
    "Unmarked": "Pas encore marqué", "Not yet marked": "Pas encore marqué",
}  # fmt: skip
_PARTS: Final = {"Bridge": "Pont", "Ending": "Final", "Wait": "Attente"}
_SAID_BY: Final[dict[str, Callable[[str], str]]] = {
    "foot": lambda said: _FEET.get(said, said),
    "other": lambda said: _FEET.get(said, said),
    "side": lambda said: _SIDES.get(said, said),
    "easy": lambda said: _TO_SIDES.get(said, said),
    "turn": _turn,
    "was": _turn,
    "feel": lambda said: _FEELS.get(said, said),
    "unit": lambda said: _UNITS.get(said, said),
    "way": lambda said: _WAYS.get(said, said),
    "language": lambda said: _LANGUAGES.get(said, said),
    "dance": lambda said: said or "Cette danse",
    "event": lambda said: _replaced(said, _EVENTS),
    "kind": lambda said: _replaced(said, _EVENTS),
    "where": lambda said: _replaced(said, _PLACES),
    "differs": lambda said: _replaced(said, _REASONS),
    "move": lambda said: _SHORT.get(said, said),
    "part": _part,
    "phrase": lambda said: _KINDS.get(said, said),
    "figure": _figure,
    "step": _figure,
    "verb": _figure,
    "figures": _figures,
    "section": _section,
    "what": _what,
}


def _fact(name: str, said: str) -> str:
    say = _SAID_BY.get(name)
    return say(said) if say is not None else said


FRENCH: Final = Catalogue(
    findings=FINDINGS, texts=TEXTS, fact=_fact, templates=TEMPLATES, point=","
)
