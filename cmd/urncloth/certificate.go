package main

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/tls"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/pem"
	"errors"
	"fmt"
	"math/big"
	"net"
	"os"
	"path/filepath"
	"time"

	"github.com/spf13/cobra"
)

// For how long what is made for the local network is good: its authority, which is set up on each tablet, and the
// server's own, for which devices accept no more than so long.
const (
	authorityFor = 5 * 365 * 24 * time.Hour
	ownFor       = 397 * 24 * time.Hour
)

// Names of the files that are made.
const (
	authorityFile = "urncloth-authority.pem"
	ownFile       = "urncloth.pem"
	keyFile       = "urncloth-key.pem"
)

// certificateCommand makes what a studio needs to serve its tablets over TLS in its own network.
func certificateCommand() *cobra.Command {
	var names []string
	var folder string
	c := &cobra.Command{
		Use:   "certificate --for NAME,ADDRESS",
		Short: "Make a certificate for the local network, and the authority that tablets are told to trust",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			if len(names) == 0 {
				return badInput{errors.New("certificate: say by which names and addresses tablets reach the " +
					"server: --for")}
			}
			if err := certify(folder, names, time.Now()); err != nil {
				return err
			}
			fmt.Fprintf(cmd.OutOrStdout(),
				"%s goes onto each tablet as a certificate to trust.\nServe with --tls-cert %s "+
					"--tls-key %s\n", filepath.Join(folder, authorityFile), filepath.Join(folder, ownFile),
				filepath.Join(folder, keyFile))
			return nil
		},
	}
	c.Flags().StringSliceVar(&names, "for", nil, "names and addresses of the server, with commas between")
	c.Flags().StringVar(&folder, "out", ".data/tls", "folder to put them in")
	return c
}

// certify makes an authority of a folder's own, or takes the one that is there, and a certificate of it for some names.
// The authority's key is not kept: nobody can make another of it.
func certify(folder string, names []string, now time.Time) error {
	if err := os.MkdirAll(folder, 0o700); err != nil {
		return err
	}
	top := &x509.Certificate{SerialNumber: serial(), Subject: pkix.Name{CommonName: "Urn Cloth, this studio alone"},
		NotBefore: now.Add(-time.Hour), NotAfter: now.Add(authorityFor), IsCA: true, BasicConstraintsValid: true,
		KeyUsage: x509.KeyUsageCertSign, MaxPathLenZero: true}
	topKey, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return err
	}
	own := &x509.Certificate{SerialNumber: serial(), Subject: pkix.Name{CommonName: names[0]},
		NotBefore: now.Add(-time.Hour), NotAfter: now.Add(ownFor), KeyUsage: x509.KeyUsageDigitalSignature,
		ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth}}
	for _, name := range names {
		if ip := net.ParseIP(name); ip != nil {
			own.IPAddresses = append(own.IPAddresses, ip)
		} else {
			own.DNSNames = append(own.DNSNames, name)
		}
	}
	ownKey, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return err
	}
	topDER, err := x509.CreateCertificate(rand.Reader, top, top, &topKey.PublicKey, topKey)
	if err != nil {
		return err
	}
	ownDER, err := x509.CreateCertificate(rand.Reader, own, top, &ownKey.PublicKey, topKey)
	if err != nil {
		return err
	}
	keyDER, err := x509.MarshalECPrivateKey(ownKey)
	if err != nil {
		return err
	}
	return errors.Join(
		written(folder, authorityFile, "CERTIFICATE", topDER, 0o644),
		written(folder, ownFile, "CERTIFICATE", ownDER, 0o644),
		written(folder, keyFile, "EC PRIVATE KEY", keyDER, 0o600))
}

func serial() *big.Int {
	n, _ := rand.Int(rand.Reader, new(big.Int).Lsh(big.NewInt(1), 120))
	return n
}

func written(folder, name, kind string, der []byte, mode os.FileMode) error {
	return os.WriteFile(filepath.Join(folder, name), pem.EncodeToMemory(&pem.Block{Type: kind, Bytes: der}), mode)
}

// secured is a listener that speaks TLS with a certificate, read when the server starts.
func secured(l net.Listener, cert, key string) (net.Listener, error) {
	pair, err := tls.LoadX509KeyPair(cert, key)
	if err != nil {
		return nil, badInput{fmt.Errorf("the certificate cannot be used: %w", err)}
	}
	return tls.NewListener(l, &tls.Config{Certificates: []tls.Certificate{pair}, MinVersion: tls.VersionTLS12,
		NextProtos: []string{"h2", "http/1.1"}}), nil
}
