"""Portuguese: terms, subtopics, structure and placement; without parts of speech and names."""

from fundament.core.language.asked import Asked
from fundament.core.language.packs.model import pack_from_frequencies
from fundament.core.language.prose import Prose, by_vowels, fillers, pairs

PACK = pack_from_frequencies(
    "pt",
    "Portuguese",
    further="dever poder querer permitir quando cada mesmo mediante assim seguinte",
    inner="de do da dos das para em com e a o",
    between="e ou o a os as um uma também",
    ourselves="nós nosso nossa nossos nossas",
    closing="conteúdo conclusão introdução referências resumo ligações",
    closing_phrases=(
        "veja também",
        "ver também",
    ),
    articles="o a os as um uma uns umas do da dos das ao aos à às no na nos nas pelo pela este esta estes estas seu sua seus suas cada",
    head_first=True,
    interface=(
        "diálogo submenu clique botão menu caixa-de-seleção",
        "janela separador aba ícone ecrã tela rato cursor campo coluna linha lista opção tecla atalho painel barra",
    ),
    documents="tabela figura capítulo secção seção apêndice howto faq guia",
    weak="""
        outro outra outros outras todo toda todos todas cada novo nova novos novas velho vários várias diferente diferentes mesmo mesma mesmos mesmas certo certa alguns algumas próprio própria tal último última primeiro primeira seguinte seguintes diversos diversas
        """,
    names=("de do da dos das e para", "sr sra dr dra senhor senhora professor", "em no na perto desde"),
    classes={
        "technology": "protocolo protocolos norma padrão algoritmo linguagem formato",
        "product": "programa biblioteca ferramenta navegador distribuição",
        "organisation": "empresa sociedade associação fundação fabricante universidade editora",
        "place": "cidade rio ilha vila província região",
        "work": "livro romance revista jornal filme",
        "law": "lei regulamento diretiva licença",
    },
    defining="é são significa designa",
    form="descrição visão geral generalidades detalhes informações mais outros básico opções parâmetros exemplo exemplos uso sintaxe funções",
    prose=Prose(
        by_vowels("aeiouáâãàéêíóôõúü", f"{pairs('aeoáéó', 'aeoáéó')} {pairs('aeo', 'íú')} {pairs('íú', 'aeo')}"),
        fillers=fillers(
            "realmente, basicamente, simplesmente, obviamente, evidentemente, claro que, de facto, de fato, na verdade, de certa forma, mais ou menos, a nível de, é importante notar que, com o objetivo de, devido ao facto de, neste momento, literalmente, totalmente, absolutamente"
        ),
        questions="Perguntas e respostas",
        dictionary="pt_PT",
        dictionaries={"br": ""},
    ),
    asked=Asked(
        duration="quanto tempo|quanto dura|quanto duram|quanto demora|quantos anos|quantos dias|quantos meses|quantas semanas|quantas horas|com que frequência",
        size="que profundidade|qual a profundidade|que espessura|qual a espessura|que largura|que altura|que distância",
        amount="quanto|quanta|quantos|quantas|que quantidade|que temperatura|qual a proporção|que tamanho|que percentagem|que porcentagem",
        when="quando|a partir de quando|até quando|em que época",
        reason="por que|porque|porquê|por quê|o que acontece se",
        steps="como",
        definition="o que é|o que são|o que significa|quem é",
        choice="qual|quais|quem|onde|que|o que|com que",
        cost="custa|custam|custo|custos|preço|preços|pagar|caro|barato",
        kind_words="custar|custo|preço|durar|demorar|precisar|bom|melhor|quanto|tempo|quando|como|por|que|qual|quem|onde|fazer|dever|poder|ano|mês|semana|dia|hora|escolher|saber",
        lasts="dura|duram|durar|vida útil|durabilidade",
        takes="demora|demoram|leva|levam",
        units_of_time="segundo|segundos|minuto|minutos|hora|horas|dia|dias|noite|noites|semana|semanas|mês|meses|estação|ano|anos|século|séculos|décadas",
        figures="um|uma|dois|duas|três|quatro|cinco|seis|sete|oito|nove|dez|doze|quinze|vinte|trinta|quarenta|cinquenta|cem|cento|mil|meio|meia|vários|várias|dobro|cada|todos|todas",
        because="porque|pois|já que|para que|causa|razão|evita|impede|por isso|devido|senão|permite|provoca|faz com que|se",
        conditions="se|quando|até|depois|antes|abaixo|acima|enquanto|assim que|primavera|verão|outono|inverno|janeiro|fevereiro|março|abril|maio|junho|julho|agosto|setembro|outubro|novembro|dezembro|geada",
        verdicts="sim|não|nunca|deve|devem|é preciso|pode|podem|só|apenas|proibido|permitido|possível|necessário|evite|evitar|basta|obrigatório",
        advice="use|usar|utilize|escolha|escolher|convém|melhor|recomenda|recomendamos|prefira|deve|basta|sempre|nunca|ideal|serve",
        shunned="depende|conforme o caso|vários tipos|desempenha um papel|muitos fatores",
        personal="eu|nós|meu|minha|meus|nosso|nossa|nossos|nos|me",
    ),
)
