package app.yarrowmark.server;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * What the start command tells the server; every part may be left empty.
 *
 * @param runnerJar path of the native runner to hand out
 * @param importFile path of a desk file to load into an empty desk at start
 * @param firstKey one-time key with which the first account may be made in the page; empty forbids it
 * @param firstName name of an account to make at start where there is none
 * @param firstPassword its password
 * @param lanPort on which other devices are served over https, 0 for none
 * @param lanHost under which other devices reach it; empty for the address they came in at
 * @param lanKeyStore path of the key store with the certificate for that
 * @param lanPassword of the key store
 * @param startCommand path of the command that started this
 * @param demoHome folder for the demo desk, should somebody start it from here
 * @param shared whether other servers may work on the same database
 */
@ConfigurationProperties("yarrowmark")
public record Settings(
        @DefaultValue("") String runnerJar,
        @DefaultValue("") String importFile,
        @DefaultValue("") String firstKey,
        @DefaultValue("") String firstName,
        @DefaultValue("") String firstPassword,
        @DefaultValue("0") int lanPort,
        @DefaultValue("") String lanHost,
        @DefaultValue("") String lanKeyStore,
        @DefaultValue("") String lanPassword,
        @DefaultValue("") String startCommand,
        @DefaultValue("") String demoHome,
        @DefaultValue("false") boolean shared) {}
