package chair

import "urncloth/core/say"

// FeelList is what a touch check can read, in words.
var FeelList = say.Words("feel", Feels(), nil)
