// Command urncloth plans the skin work around makeup: plan, check and rules need no database; serve is the
// application.
package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"runtime/debug"

	"github.com/spf13/cobra"

	"urncloth/core/doc"
	"urncloth/core/plan"
	"urncloth/core/say"
	"urncloth/core/sitting"
)

// Exit codes.
const (
	exitFailed   = 1
	exitBadInput = 2
)

// badInput is what a person can mend; its text names the fields.
type badInput struct{ error }

// collectAt is how much the heap may grow, in percent, before it is cleaned up, where GOGC does not say it. Plans leave
// much behind and little of it lives: at 400 a plan is a fifth quicker for some tens of MB more.
const collectAt = 400

func main() {
	if os.Getenv("GOGC") == "" {
		debug.SetGCPercent(collectAt)
	}
	if err := command().Execute(); err != nil {
		fmt.Fprintln(os.Stderr, err)
		var bad badInput
		if errors.As(err, &bad) {
			os.Exit(exitBadInput)
		}
		os.Exit(exitFailed)
	}
}

// release is the version of the program, as in CHANGELOG.md.
const release = "0.10.3"

// version is the release, with the commit where the build knows it.
func version() string {
	built, ok := debug.ReadBuildInfo()
	if !ok {
		return release
	}
	for _, s := range built.Settings {
		if s.Key == "vcs.revision" {
			return release + " (" + s.Value[:min(len(s.Value), 12)] + ", " + built.GoVersion + ")"
		}
	}
	return release + " (" + built.GoVersion + ")"
}

func command() *cobra.Command {
	root := &cobra.Command{
		Use:           "urncloth",
		Short:         "Plans skin work before, during and after makeup",
		Version:       version(),
		SilenceErrors: true,
		SilenceUsage:  true,
	}
	root.SetFlagErrorFunc(func(_ *cobra.Command, err error) error { return badInput{err} })
	root.CompletionOptions.DisableDefaultCmd = true
	var text bool
	planCmd := &cobra.Command{Use: "plan [FILE]", Short: "Read a sitting, write a plan", Args: atMostOne,
		RunE: func(cmd *cobra.Command, args []string) error {
			data, err := input(cmd, args)
			if err != nil {
				return err
			}
			s, faults := sitting.Read(data)
			if len(faults) > 0 {
				return badInput{faults}
			}
			return output(cmd.OutOrStdout(), plan.Make(s), text)
		}}
	checkCmd := &cobra.Command{
		Use:   "check [FILE]",
		Short: "Read a plan made or edited by hand, recompute it, write it back",
		Args:  atMostOne,
		RunE: func(cmd *cobra.Command, args []string) error {
			data, err := input(cmd, args)
			if err != nil {
				return err
			}
			p, faults := plan.Read(data)
			if len(faults) > 0 {
				return badInput{faults}
			}
			return output(cmd.OutOrStdout(), plan.Check(p), text)
		},
	}
	for _, c := range []*cobra.Command{planCmd, checkCmd} {
		c.Flags().BoolVar(&text, "text", false, "print a sheet a person can read")
	}
	var asJSON bool
	rulesCmd := &cobra.Command{
		Use:   "rules",
		Short: "List the rules, house methods and figures with their sources",
		Args:  cobra.NoArgs,
		RunE:  func(cmd *cobra.Command, _ []string) error { return printRules(cmd.OutOrStdout(), asJSON) },
	}
	rulesCmd.Flags().BoolVar(&asJSON, "json", false, "print JSON")
	root.AddCommand(planCmd, checkCmd, rulesCmd, followed(), learned())
	root.AddCommand(served()...)
	return root
}

func atMostOne(cmd *cobra.Command, args []string) error {
	if len(args) > 1 {
		return badInput{fmt.Errorf("%s reads one file, not %d", cmd.Name(), len(args))}
	}
	return nil
}

func input(cmd *cobra.Command, args []string) ([]byte, error) {
	return inputOf(cmd, args, doc.MaxBytes)
}

// inputOf is input of at most so many bytes; one byte more says that there were more.
func inputOf(cmd *cobra.Command, args []string, most int) ([]byte, error) {
	in := cmd.InOrStdin()
	if len(args) == 1 && args[0] != "-" {
		f, err := os.Open(args[0])
		if err != nil {
			return nil, badInput{err}
		}
		defer f.Close()
		in = f
	}
	data, err := io.ReadAll(io.LimitReader(in, int64(most)+1))
	if err != nil {
		return nil, badInput{err}
	}
	return data, nil
}

func output(w io.Writer, p *plan.Plan, text bool) error {
	if text {
		_, err := io.WriteString(w, p.Text(say.In(p.Sitting.Language)))
		return err
	}
	_, err := w.Write(p.JSON())
	return err
}

func printRules(w io.Writer, asJSON bool) error {
	all := plan.Everything(say.English)
	if asJSON {
		enc := json.NewEncoder(w)
		enc.SetEscapeHTML(false)
		enc.SetIndent("", "  ")
		return enc.Encode(all)
	}
	fmt.Fprintln(w, "RULES")
	for _, r := range all.Rules {
		fmt.Fprintf(w, "\n%s · %s · %s\n  when: %s\n  %s %s %s\n  [%s] %s\n", r.ID, r.Severity, r.Phase, r.When,
			r.Say, r.Because, r.Instead, r.Basis, r.Source)
	}
	fmt.Fprintln(w, "\nHOUSE METHODS, the default first")
	for _, m := range all.Methods {
		fmt.Fprintf(w, "\n%s · %s\n", m.Key, m.Name)
		for _, o := range m.Options {
			fmt.Fprintf(w, "  %-22s %s. %s\n", o.ID, o.Name, o.Reason)
		}
	}
	fmt.Fprintln(w, "\nFIGURES")
	for _, f := range all.Figures {
		fmt.Fprintf(w, "%-60s %8.4g %-8s [%s] %s\n", f.Name, f.Value, f.Unit, f.Basis, f.Source)
	}
	return nil
}
