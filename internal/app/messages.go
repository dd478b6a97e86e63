package app

import "urncloth/core/say"

// What can be wrong with what a studio sends, beside what the core finds.
var (
	notAnAddress      = say.Row("app.not_an_address", "{text:q} is not an e-mail address")
	passwordTooShort  = say.Row("app.password_too_short", "needs at least {least} {least|character|characters}")
	passwordTooLong   = say.Row("app.password_too_long", "has {n} characters, allowed are up to {most}")
	passwordGuessable = say.Row("app.password_guessable",
		"is among the first that would be guessed: take several words that do not belong together")
	passwordWrong = say.Row("app.password_wrong", "is not your password now")
	passwordSame  = say.Row("app.password_same", "is the one you have")
	codeNeeded    = say.Row("app.code_needed", "write the six figures that your authenticator shows")
	codeWrong     = say.Row("app.code_wrong", "is not the code of this half minute, or was used already")
	notShort      = say.Row("app.not_a_short_code", "needs {least} to {most} figures")
	tooPlain      = say.Row("app.too_plain", "is one that anybody would try first")
	notTheCode    = say.Row("app.not_the_code", "is not the code of this device")
	notLearned    = say.Row("app.not_learned", "{key:q} is nothing that is learned")
	nothingTold   = say.Row("app.nothing_told", "says nothing yet")
	tooLittle     = say.Row("app.too_little", "of too few observations or clients to go by")
	notAPhoto     = say.Row("app.not_a_photo", "is neither a JPEG nor a PNG, which are taken here")
	photoBytes    = say.Row("app.photo_bytes", "is too large: the most is {most} MB")
	photoPixels   = say.Row("app.photo_pixels",
		"has too many points: the most is {most} million. Send it smaller, as a phone does when it sends one on")
	photoBroken     = say.Row("app.photo_broken", "cannot be read: it is broken or was cut off")
	photosFull      = say.Row("app.photos_full", "is one too many: {most} of a sitting are kept")
	noFactorBegun   = say.Row("app.no_factor_begun", "begin with a new secret first")
	factorRequired  = say.Row("app.factor_required", "the studio asks its owners for a second factor")
	ownerNeeded     = say.Row("app.owner_needed", "the studio needs at least one owner")
	emailTaken      = say.Row("app.email_taken", "is the sign-in of somebody in this studio already")
	neitherNote     = say.Row("app.neither_note", "is neither a rule nor a house method")
	noteTooLong     = say.Row("app.note_too_long", "has {n} characters, allowed are 0 to {most}")
	kitFull         = say.Row("app.kit_full", "holds {n} {n|product|products}, the most is {most}")
	notARegion      = say.Row("app.not_a_region", "{text:q} is not a language and region like en-GB")
	notACurrency    = say.Row("app.not_a_currency", "{text:q} is not a currency of three letters like EUR")
	notANumber      = say.Row("app.not_a_number", "{text:q} is not a telephone number")
	notAForm        = say.Row("app.not_a_form", "{text:q} is neither light nor dark")
	notForAssistant = say.Row("app.not_for_assistant", "an owner or an artist changes this; an assistant reads it")
)
