package app

import "urncloth/core/say"

// What can be wrong with what a studio sends, beside what the core finds.
var (
	notAnAddress      = say.Row("app.not_an_address", "{text:q} is not an e-mail address")
	passwordTooShort  = say.Row("app.password_too_short", "needs at least {least} {least|character|characters}")
	passwordTooLong   = say.Row("app.password_too_long", "has {n} characters, allowed are up to {most}")
	passwordGuessable = say.Row("app.password_guessable",
		"is among the first that would be guessed: take several words that do not belong together")
	passwordWrong   = say.Row("app.password_wrong", "is not your password now")
	passwordSame    = say.Row("app.password_same", "is the one you have")
	codeNeeded      = say.Row("app.code_needed", "write the six figures that your authenticator shows")
	codeWrong       = say.Row("app.code_wrong", "is not the code of this half minute, or was used already")
	noFactorBegun   = say.Row("app.no_factor_begun", "begin with a new secret first")
	factorRequired  = say.Row("app.factor_required", "the studio asks its owners for a second factor")
	ownerNeeded     = say.Row("app.owner_needed", "the studio needs at least one owner")
	emailTaken      = say.Row("app.email_taken", "is the sign-in of somebody in this studio already")
	neitherNote     = say.Row("app.neither_note", "is neither a rule nor a house method")
	noteTooLong     = say.Row("app.note_too_long", "has {n} characters, allowed are 0 to {most}")
	kitFull         = say.Row("app.kit_full", "holds {n} {n|product|products}, the most is {most}")
	notForAssistant = say.Row("app.not_for_assistant", "an owner or an artist changes this; an assistant reads it")
)
