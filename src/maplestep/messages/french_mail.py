"""The mails about an account, and what is said of second factors, in French, by the English."""

from __future__ import annotations

from typing import Final

MAIL: Final[dict[str, str]] = {
    "Is this your mail address?": "Est-ce votre adresse e-mail ?",
    "Open your account": "Ouvrez votre compte",
    "You have an account already": "Vous avez déjà un compte",
    "This name is taken": "Ce nom est pris",
    "A new password": "Un nouveau mot de passe",
    "The mail address of your account was changed": "L’adresse e-mail de votre compte a changé",
    "The password of your account was changed": "Le mot de passe de votre compte a changé",
    "Signing in with a second factor was changed": "La double authentification a changé",
    "Hello {name},\n\nopen this link to confirm that this is your mail address. It works for "
    "three days:\n\n{link}\n\nIf you did not ask for this, there is nothing to do.": (
        "Bonjour {name},\n\nouvrez ce lien pour confirmer que cette adresse est la vôtre. Il est "
        "valable trois jours :\n\n{link}\n\nSi vous n’avez rien demandé, il n’y a rien à faire."
    ),
    "Hello {name},\n\nopen this link to open your account. It works for three days:\n\n{link}"
    "\n\nIf you did not ask for this, there is nothing to do.": (
        "Bonjour {name},\n\nouvrez ce lien pour ouvrir votre compte. Il est valable trois jours :"
        "\n\n{link}\n\nSi vous n’avez rien demandé, il n’y a rien à faire."
    ),
    "Hello,\n\nsomebody, probably you, asked for an account with this mail address. You have "
    "one already; its name is {name}. If you no longer know the password, ask for a new one:"
    "\n\n{link}": (
        "Bonjour,\n\nquelqu’un, sans doute vous, a demandé un compte avec cette adresse. Vous en "
        "avez déjà un, au nom de {name}. Si vous n’en savez plus le mot de passe, demandez-en un "
        "nouveau :\n\n{link}"
    ),
    "Hello,\n\nyou asked for an account with the name {name}. It is taken. Choose another one:"
    "\n\n{link}": (
        "Bonjour,\n\nvous avez demandé un compte au nom de {name}. Ce nom est pris. "
        "Choisissez-en un autre :\n\n{link}"
    ),
    "Hello {name},\n\nopen this link to choose a new password. It works for three hours:\n\n"
    "{link}\n\nIf you did not ask for this, there is nothing to do; your password holds.": (
        "Bonjour {name},\n\nouvrez ce lien pour choisir un nouveau mot de passe. Il est valable "
        "trois heures :\n\n{link}\n\nSi vous n’avez rien demandé, il n’y a rien à faire ; votre "
        "mot de passe reste valable."
    ),
    "Hello {name},\n\nyour account now has another mail address. If this was not you, choose a "
    "new password and write to whoever runs this server:\n\n{link}": (
        "Bonjour {name},\n\nvotre compte a désormais une autre adresse e-mail. Si ce n’était pas "
        "vous, choisissez un nouveau mot de passe et écrivez à qui tient ce serveur :\n\n{link}"
    ),
    "Hello {name},\n\nthe password of your account was changed. If this was not you, ask for a "
    "new one:\n\n{link}": (
        "Bonjour {name},\n\nle mot de passe de votre compte a changé. Si ce n’était pas vous, "
        "demandez-en un nouveau :\n\n{link}"
    ),
    "Hello {name},\n\nhow you sign in with a second factor was changed. If this was not you, "
    "choose a new password:\n\n{link}": (
        "Bonjour {name},\n\nvotre double authentification a changé. Si ce n’était pas vous, "
        "choisissez un nouveau mot de passe :\n\n{link}"
    ),
    "Many wrong passwords came for this name. Wait a few seconds, then try again.": (
        "Beaucoup de mots de passe faux sont arrivés pour ce nom. Attendez quelques secondes, puis "
        "réessayez."
    ),
    "This server sends no mail. Ask whoever runs it.": (
        "Ce serveur n’envoie pas d’e-mails. Adressez-vous à qui le tient."
    ),
    "“{address}” is no mail address. Type one like name@example.org.": (
        "« {address} » n’est pas une adresse e-mail. Tapez-en une comme nom@example.org."
    ),
    "This mail address belongs to another account.": (
        "Cette adresse e-mail appartient à un autre compte."
    ),
    "This link is over or was used already. Ask for a new one.": (
        "Ce lien n’est plus valable ou a déjà servi. Demandez-en un nouveau."
    ),
    "This link is over or was used already. Sign in, or create the account again.": (
        "Ce lien n’est plus valable ou a déjà servi. Connectez-vous, ou redemandez le compte."
    ),
    "Within an hour {most} mails went to this address. Look for them; wait {minutes} minutes.": (
        "En une heure, {most} e-mails sont partis à cette adresse. Cherchez-les ; attendez "
        "{minutes} minutes."
    ),
    "From your network {most} such mails were asked for within an hour. Wait {minutes} minutes.": (
        "Depuis votre réseau, {most} e-mails de ce genre ont été demandés en une heure. Attendez "
        "{minutes} minutes."
    ),
    "This code is not right, or was used already. Wait for the next one.": (
        "Ce code n’est pas juste, ou a déjà servi. Attendez le suivant."
    ),
    "Type the code of your authenticator app, or one of your recovery codes.": (
        "Tapez le code de votre application d’authentification, ou l’un de vos codes de secours."
    ),
    "This passkey does not belong to this account, or it took too long. Try again.": (
        "Cette clé d’accès n’est pas celle de ce compte, ou c’était trop long. Réessayez."
    ),
    "An account has at most ten passkeys. Take one away first.": (
        "Un compte a dix clés d’accès au plus. Retirez-en une d’abord."
    ),
    "Ten codes were tried for this account within ten minutes. Wait {minutes} minutes.": (
        "Dix codes ont été essayés pour ce compte en dix minutes. Attendez {minutes} minutes."
    ),
}
