package app

import "urncloth/core/say"

// What can be wrong with what a studio sends, beside what the core finds.
var (
	notAnAddress     = say.Row("app.not_an_address", "{text:q} is not an e-mail address")
	passwordTooShort = say.Row("app.password_too_short", "needs at least {least} {least|character|characters}")
	neitherNote      = say.Row("app.neither_note", "is neither a rule nor a house method")
	noteTooLong      = say.Row("app.note_too_long", "has {n} characters, allowed are 0 to {most}")
)
