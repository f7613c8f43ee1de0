<?php

namespace {{namespace}}\Accounts;

/** What is tried first by whoever guesses, as far as it is long enough. */
final class CommonPasswords
{
    private const COMMON = <<<'WORDS'
        password password1 password12 password123 passw0rd p@ssw0rd p@ssword
        qwerty123 qwerty1234 qwertyui qwertyuiop 1q2w3e4r 1q2w3e4r5t 1qaz2wsx
        abc12345 abcd1234 abcdefgh admin123 admin1234 administrator welcome1
        welcome123 letmein1 letmein! letmein123 iloveyou changeme changeme1 default1
        secret123 test1234 testtest qazwsxedc asdfghjk asdfghjkl zxcvbnm1 trustno1
        sunshine1 football1 monkey123 dragon123 123123123 12345678 123456789
        baseball football 1234567890 superman sunshine computer starwars princess
        11111111 corvette 1234qwer internet samantha q1w2e3r4t5 maverick whatever
        mercedes steelers qwer1234 q1w2e3r4 midnight bigdaddy marlboro cocacola
        jordan23 asdfasdf 12344321 liverpoo slipknot scorpion startrek redskins
        liverpool dolphins metallic mountain elephant rush2112 creative garfield
        1qazxsw2 airborne brooklyn godzilla 4815162342 darkness blink182 platinum
        01012011 11223344 lifehack 12qwaszx snowball nintendo pakistan redwings
        explorer guinness lasvegas 789456123 christin asdf1234 babygirl michigan
        carolina alexande minecraft metallica snickers paradise 147258369 lacrosse
        bollocks poohbear qweasdzxc einstein drowssap spitfire maryjane champion
        svetlana westside security zaq12wsx 123456789a 1232323q scarface qwerty12
        stargate 12345qwert semperfi scotland cherokee simpsons michael1 vladimir
        passport infinity bulldogs 1234554321 budlight softball fktrcfylh kawasaki
        wildcats logitech swordfis alexandr motorola patriots colorado juventus
        freeuser warcraft wolverin elizabet valentin spiderma hello123 ncc1701d
        pearljam 123qweasd predator charlie1 panthers peekaboo rolltide cardinal
        chevelle fyfcnfcbz loverboy 123654789 electric darkside wolfpack hercules
        741852963 spiderman blizzard 123456789q cheyenne cjkysirj 147852369 a1b2c3d4
        airplane freepass billybob chocolat stingray firebird zeppelin tarheels
        greenday 01011980 engineer hellfire serenity fireball darkstar 1029384756
        mustang1 pavilion 01012000 bobafett dbrnjhbz swimming defender precious
        icecream swordfish presario rockstar airforce thailand bluebird goldfish
        wrangler cadillac longhorn qazwsx123 microsoft christia 123qweasdzxc
        assassin atlantis lonewolf software srinivas valentina veronika babydoll
        wordpass devildog soso123aljg mistress freedom1 montreal wolfgang basketba
        hotstuff 31415926 stephani jessica1 shamrock deftones renegade blahblah
        enterpri 1234abcd babylon5 sweetpea trfnthbyf yankees1 aardvark marathon
        cavalier manchester buckeyes 01011990 diamonds 1qaz2wsx3edc highland
        drpepper 12345678910 sherlock thuglife morpheus consumer adgjmptw barcelona
        overlord sundance ultimate ncc1701e matthew1 geronimo 123qwe123 aleksandr
        portugal superfly q1w2e3r4t5y6 wrinkle1 seminole alejandr 11235813 concrete
        access14 letmein2 christop trombone rhbcnbyf qazxswedc cdtnkfyf stallion
        kingkong mongoose bluemoon a1234567 immortal 123454321 anthony1 dietcoke
        hollywoo 14789632 bonehead ghbdtnbr charlott hongkong william1 1123581321
        sebastia werewolf lollipop eternity super123 cooldude tottenha stocking
        makaveli satan666 verbatim blackcat raistlin qwerty12345 punkrock 01012010
        waterloo musicman seinfeld megadeth gn56gn56 skywalke squirrel wolverine
        stardust qazwsxed twilight vanhalen intrepid 1234567a punisher showtime
        ekaterina 111222333 skittles hannibal thunder1 1q2w3e4r5t6y chelsea1
        panasonic sandiego portland blackdog californ playtime 1a2b3c4d gangster
        warriors chargers dingdong mushroom crusader dkflbvbh stranger guardian
        slapshot septembe 147896325 rammstein 123321123 munchkin kittycat 1passwor
        barcelon coltrane goodluck starcraft katerina shaney14 discover spanking
        lonestar meridian heather1 stonecol 192837465 lowrider 25802580 richard1
        zaq1xsw2 tacobell halflife 123698745 keyboard kangaroo socrates formula1
        qwerasdf mailcreated5240 vacation penguins 12369874 ragnarok colombia
        dodgeram mustangs sithlord scoobydo oblivion titleist zxcv1234 bigballs
        blueeyes mersedes 12312312 patrick1 cowboys1 nuttertools 1122334455 gateway1
        peterpan kingston pa55word freckles aspirine mariners deadhead rootbeer
        scooter1 11112222 plymouth creampie justdoit 1234567q lightnin caliente
        goodtime thankyou raiders1 brucelee redalert aquarius catherin porkchop
        sapphire qwert123 a1s2d3f4 qazwsxedcrfv blackjac chevrole 01012001 amsterdam
        spectrum diamond1 123456qwerty labrador syracuse front242 candyman commando
        clitoris pineappl 8j4ye3uz monopoly romashka 123456aa gangbang spartans
        snuggles infiniti 1234567890q cosworth phoenix1 qawsedrf doberman brandon1
        webmaster porsche9 beefcake godsmack viktoria starbuck valhalla starfish
        achilles ncc1701a arsenal1 sailboat jackson1 terminator phillies pa55w0rd
        swingers frontier doughboy nebraska qwertyuio agent007 pinkfloy qwerty123456
        dannyboy luckydog whocares vfrcbvrf ihateyou vkontakte mandingo dilligaf
        bunghole golfball technics 01011991 15426378 aberdeen enterprise stripper
        hurrican rfnthbyf dthjybrf excalibu melissa1 lancelot keystone passwort
        flamingo pokemon1 designer kamikaze warhammer deeznuts apollo13 macdaddy
        rangers1 manchest meatball truelove sentinel 123456789z jamesbon billyboy
        microsof microlab gordon24 pantyhos 01011985 73501505 passwor1 azsxdcfv
        charlton 01011970 bigmoney fordf150 superstar saratoga wildfire vladislav
        greenbay poiuytrewq chicken1 321654987 01011981 maradona chester1 rjirfrgbde
        rightnow jasmine1 hyperion treasure meatloaf 01011986 pass1234 anaconda
        woofwoof poontang lionking happy123 albatros kenworth dinosaur happyday
        turkey50 ericsson chickens zxcasdqwe fktrcfylhf polniypizdec0211 crazybab
        anhyeuem hardrock skywalker samsung1 applepie gandalf1 rockhard hellyeah
        skorpion hedgehog australi america1 1qa2ws3ed 13243546 yosemite karolina
        starship greatone roadkill killbill 78945612 cinnamon backdoor packers1
        rastaman sojdlg123aljg robotech 18436572 mechanic pingpong operator rasputin
        963852741 amsterda majestic wrestlin gotohell kingfish passwords lineage2
        charles1 nwo4life a123456789 kcj9wx5n umbrella r2d2c3po snoopdog splinter
        underdog megapass p0015123 shannon1 bullseye blackhaw jamesbond tunafish
        dkflbckfd 123789456 translator gfhjkm123 supersta magicman caligula 12131415
        dfktynbyf deepthroat tazmania tommyboy marino13 vfhufhbnf brighton mamapapa
        budweise getmoney qazwsx12 chainsaw eastside 01011989 undertaker snowboar
        moneyman chrisbln viewsonic penthous flounder whitesox thanatos panasoni
        sneakers chicago1 ghjcnjnfr titanium madison1 intruder gargoyle poseidon
        newcastl johannes buckshot sunnyday 01011988 goldstar ferrari1 boomboom
        florida1 superman1 multiplelo motherlode westwood apple123 sunflowe babyblue
        123qwerty starfire paintbal knickers lokomotiv winston1 rjycnfynby thirteen
        philippe panther1 avalanch newyork1 01011984 idontknow vfvfgfgf 01011987
        zerocool godfather 1x2zkg8w zxasqw12 francesc paintball syncmaster
        aleksandra 02071986 southpark cambiami monalisa chuckles gladiator spongebob
        03082006 mazafaka meathead barefoot 12345678q cfitymrf blessing clevelan
        terrapin clarinet deeznutz traveler pianoman hawkeyes casanova 10203040
        meowmeow andromeda crystal1 triangle monster1 01011910 smeghead cerberus
        rockford 1q2w3e4r5 goldwing gabriell crjhgbjy james007 tiberius nokia6300
        hayabusa 12345679 salamander 12qw34er thegreat gesperrt whiskers overkill
        rhfcjnrf montgom240 sersolution rebecca1 spaceman bulldog1 runescape
        12345qwe lightning 01011992 megatron illusion roadking 19411945 hoosiers
        01091989 leavemealone 14725836 realmadrid balloons tinkerbell heineken
        moonlight 02071982 12345678a mortgage fishing1 doghouse blackbir 135792468
        seahawks godfathe bookworm talisman blackjack babyface hawaiian 01011975
        mortimer 123456654321 roadrunn 01011993 handyman alphabet password2 digital1
        beautifu dutchess tiffany1 idontkno teddybea valkyrie inuyasha wareagle
        dragonball dolphin1 gameover kittykat wishbone sinister 02021987 02011985
        dragon12 gamecube 02081988 preacher 02041986 z1x2c3v4 playstation 01011977
        claymore checkers armagedon 02051986 newpass6 aa123456 02091987 silverad
        electron devil666 rhtdtlrj 12011987 02101985 thunderb ghostrider blackout
        02031986 02021988 123456qw bcfields southpar 02061985 mandarin cannabis
        kleopatra baseball1 tottenham dirtbike 1234567890a jackson5 02011987
        slippery qweasd123 bluefish 02091986 1357924680 mollydog 02021986 ghblehjr
        starcraf cameltoe vasilisa 01011983 elizaveta flexible farscape borussia
        yfcntymrf 02081984 scorpio1 fyutkbyf thedoors 02081987 02061986 123qq123
        7ugd5hip2j asdfzxcv sunflower deadpool 01011982 gatorade carpedie 02021984
        cameron1 02031984 corleone 02021985 webmaste chrysler 01020304 gabriel1
        987456321 binladen a12345678 02081989 21031988 millwall dragonba stonecold
        01011999 02011986 istanbul babylove bullfrog porsche1 02061989 bobdylan
        capslock teddybear 02041984 chevrolet gfhjkmgfhjkm coolness barbados
        knockers amateurs jayhawks 9293709b13 eldorado soulmate andromed 50spanks
        02021983 kakashka yeahbaby netscape rainbow6 carlitos eastwood microphone
        monkey12 coldbeer fgtkmcby just4fun 1234567891 02021989 02041983 specialk
        piramida salasana mephisto violetta spencer1 02051983 smashing fastball
        q2w3e4r5 buddyboy 02031987 kissmyass radiohea 1234asdf wildcard maxwell1
        02011988 02081986 testpass pringles pinkfloyd insomnia 1a2s3d4f 02041982
        darklord 02041988 02041987 magician telephon vsjasnel12 iverson3 budapest
        yjdsqgfhjkm reckless 02011980 tiger123 01011979 maksimka
        WORDS;

    public static function has(string $password): bool
    {
        static $common = null;
        $common ??= array_flip(preg_split('/\s+/', self::COMMON) ?: []);

        return isset($common[$password]);
    }
}
