package web

import (
	"context"

	"github.com/labstack/echo/v5"
	"golang.org/x/text/language"

	"urncloth/core/say"
)

// tongueCookie holds the language that somebody chose at this window. It is read before the browser's own wishes, so
// that files which the browser fetches by itself are in it too.
const tongueCookie = "urncloth-language"

// tongueKey is where a request's language lies in its context.
type tongueKey struct{}

// spoken puts the language in which a request is answered into its context.
func spoken(next echo.HandlerFunc) echo.HandlerFunc {
	supported := make([]language.Tag, len(say.Tags))
	for i, t := range say.Tags {
		supported[i] = language.Make(string(t))
	}
	matcher := language.NewMatcher(supported)
	return func(c *echo.Context) error {
		r := c.Request()
		_, at := language.MatchStrings(matcher, r.Header.Get("Accept-Language"))
		tag := say.Tags[at]
		if chosen, err := c.Cookie(tongueCookie); err == nil && say.Spoken(say.Tag(chosen.Value)) {
			tag = say.Tag(chosen.Value)
		}
		h := c.Response().Header()
		h.Set("Content-Language", string(tag))
		h.Add("Vary", "Accept-Language, Cookie")
		c.SetRequest(r.WithContext(context.WithValue(r.Context(), tongueKey{}, tag)))
		return next(c)
	}
}

// tongue is the language in which a request is answered.
func tongue(ctx context.Context) *say.Language {
	tag, _ := ctx.Value(tongueKey{}).(say.Tag)
	return say.In(tag)
}
